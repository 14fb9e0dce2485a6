export { type Echo, echo } from './echo.ts';
export { FLANKING, type OutsideNoise, outsideNoise } from './outside.ts';
