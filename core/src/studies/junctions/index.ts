export { type FitAdvice, fitAdvice, STRIP_GAP } from './fitAdvice.ts';
export { junctions } from './junctions.ts';
