export { solveFivePoint } from './multigrid.ts';
export { type Block, type Edge, type Field, type Section2d, solveSection, temperatureAt } from './solve.ts';
