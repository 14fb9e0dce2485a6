export { solveBanded } from './banded.ts';
export { solveFivePoint } from './multigrid.ts';
export {
  assemble,
  type Block,
  type Edge,
  type Field,
  type Section2d,
  solveSection,
  temperatureAt,
} from './solve.ts';
