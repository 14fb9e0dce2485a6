export { type FitAdvice, fitAdvice } from './fitAdvice.ts';
export { type FloorPassage, floorPassage } from './floorPassage.ts';
export { type Junction, junctions } from './junctions.ts';
