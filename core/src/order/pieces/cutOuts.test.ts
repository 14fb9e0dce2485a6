import { expect, it } from 'vitest';
import { cutOutsOf, cutOutWords } from './cutOuts.ts';

const p = (...xy: [number, number][]) => xy.map(([x, y]) => ({ x, y }));
const mm = (m: number) => `${Math.round(m * 1000)}`;
const said = (...of: Parameters<typeof cutOutsOf>) => cutOutsOf(...of).map(c => cutOutWords(c, mm));

it('tells every notch, corner, slant and hole of a board, and what goes by its template', () => {
  // A board of 1193 x 1768 narrowed at one end between two arches, a corner slant, and a lamp's hole.
  const board = p(
    [0, 0],
    [0.727, 0],
    [0.727, 0.228],
    [1.193, 0.228],
    [1.193, 1.54],
    [0.727, 1.54],
    [0.727, 1.768],
    [0.1, 1.768],
    [0, 1.7],
  );
  expect(said(board, [p([0.3, 0.4], [0.4, 0.4], [0.4, 0.5], [0.3, 0.5])])).toEqual([
    '466 × 228 off its lower right corner',
    'hole 100 × 100, 300 from its left and 400 up',
    '466 × 228 off its upper right corner',
    '100 × 68 slant off its upper left corner',
  ]);
  expect(said(p([0, 0], [0.3, 0], [0.3, 0.1], [0.5, 0.1], [0.5, 0], [1, 0], [1, 1], [0, 1]), [])).toEqual([
    'notch 200 × 100, 300 from its left and 0 up',
  ]);
  const round = Array.from(
    { length: 9 },
    (_, i) =>
      [0.5 + 0.2 * Math.cos((Math.PI * i) / 8), 0.2 * Math.sin((Math.PI * i) / 8)] as [number, number],
  ).reverse();
  expect(said(p([0, 0], ...round, [1, 0], [1, 1], [0, 1]), [])).toEqual([
    'rounded or slanting, within 400 × 200 300 from its left and 0 up: by its template',
  ]);
  expect(said(p([0, 0], [1, 0], [1, 1], [0, 1]), [])).toEqual([]);
});
