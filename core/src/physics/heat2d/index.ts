export { solveBanded } from './banded.ts';
export { sampler } from './sample.ts';
export { assemble, type Block, type Field, type Section2d, solveSection } from './solve.ts';
