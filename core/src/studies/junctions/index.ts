export { type FitAdvice, fitAdvice } from './fitAdvice.ts';
export { floorPassage } from './floorPassage.ts';
export { junctions } from './junctions.ts';
