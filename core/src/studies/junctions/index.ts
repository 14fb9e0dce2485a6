export { type FitAdvice, fitAdvice } from './fitAdvice.ts';
export { junctions } from './junctions.ts';
