export { type AirSpace, airSpaceResistance } from './airSpace.ts';
export { type Combined, combinedResistance, type Path } from './combined.ts';
export { glazing } from './glazing.ts';
export { type Direction, RSE, RSI } from './surface.ts';
