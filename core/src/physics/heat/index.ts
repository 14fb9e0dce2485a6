export { airSpaceResistance } from './airSpace.ts';
export { combinedResistance } from './combined.ts';
export { hollowConductivity } from './hollow.ts';
export { type Periodic, periodic } from './periodic.ts';
export { type Disc, pointBridge } from './pointBridge.ts';
export { type Direction, outsideResistance, RSE, RSI } from './surface.ts';
