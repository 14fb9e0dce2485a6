export { type FivePoint, type Solved, solveFivePoint } from './multigrid.ts';
export {
  type AirPocket,
  type Block,
  type Edge,
  type Field,
  type Section2d,
  solveSection,
  temperatureAt,
} from './solve.ts';
