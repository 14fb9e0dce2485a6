import { type Block, solveSection } from '@overcoat/core/physics/heat2d';
import { assemble, solveBanded } from '../core/src/physics/heat2d/index.ts';
import { type Figure, figure, quantile } from './measure.ts';

/** A pressed steel rib beside foam, as in the check values. */
const BLOCKS: Block[] = [
  [0, 600, 0, 0.8, 50],
  [0, 600, 0.8, 40.8, 0.035],
  [271, 329, 0.8, 39.8, 0.25],
  [270, 271, 0.8, 40.8, 50],
  [329, 330, 0.8, 40.8, 50],
  [271, 329, 39.8, 40.8, 50],
  [0, 600, 40.8, 46.8, 0.13],
].map(([x0, x1, y0, y1, conductivity]) => ({
  x0: x0! / 1e3,
  x1: x1! / 1e3,
  y0: y0! / 1e3,
  y1: y1! / 1e3,
  conductivity: conductivity!,
}));
const EDGES = [
  { side: 'bottom', from: 0, to: 0.6, t: -5, resistance: 0.04 },
  { side: 'top', from: 0, to: 0.6, t: 20, resistance: 0.13 },
] as const;

/** Two-dimensional sections: time at 200 x 200 against a banded Cholesky solution of the same system, and how it grows. */
export function sectionFigures(): Figure[] {
  const times = (cells: number, runs: number) =>
    Array.from({ length: runs }, () => {
      const from = performance.now();
      solveSection({ blocks: BLOCKS, edges: [...EDGES] }, cells);
      return performance.now() - from;
    });
  times(60, 12);
  const [small, large] = [quantile(times(50, 7), 0.5), quantile(times(400, 3), 0.5)];
  const { iterations, residual } = solveSection({ blocks: BLOCKS, edges: [...EDGES] }, 200);
  const { system, b } = assemble({ blocks: BLOCKS, edges: [...EDGES] }, 200);
  const before = times(200, 9);
  const from = performance.now();
  solveBanded(system, b);
  const banded = performance.now() - from;
  // Before and after the reference, which takes seconds: the machine may not be as fast at its end.
  const middle = quantile([...before, ...times(200, 9)], 0.5);
  const power = Math.log(large / small) / Math.log((400 * 400) / (50 * 50));
  return [
    figure(
      `rib section, 200 x 200 cells, ${iterations} rounds to ${residual.toExponential(1)}, median`,
      middle,
      'ms',
      { name: 'banded Cholesky of the same system, ms', value: banded },
      1 / 40,
    ),
    figure(
      'rib section, growth from 50 x 50 to 400 x 400 as a power of unknowns',
      power,
      '',
      { name: 'linear', value: 1 },
      1.25,
    ),
  ];
}
