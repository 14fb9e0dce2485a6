export { type Echo, echo } from './echo.ts';
export { FLANKING, type OutsideNoise, type OutsidePart, outsideNoise } from './outside.ts';
