export { solveBanded } from './banded.ts';
export { sampler } from './sample.ts';
export { assemble, type Block, type Section2d, solveSection, type TemperatureField } from './solve.ts';
