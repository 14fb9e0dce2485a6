import { expect, it } from 'vitest';
import { classByHours } from './byHours.ts';

const part = (bay: string, peaks: number[], ends: number[]) => ({
  bays: [bay],
  peaks,
  atMonths: peaks[0]!,
  ends,
});

it('is the worst part’s class by the scale of months: what carries over before what only gets wet', () => {
  expect(classByHours([])).toBeNull();
  expect(classByHours([part('a', [0.01, 0.01], [0, 0])])).toMatchObject({ state: 'dry' });
  expect(
    classByHours([
      part('a', [0.4, 0.4], [0, 0]),
      part('b', [0.1, 0.2], [0.01, 0.03]),
      part('c', [0, 0], [0, 0]),
    ]),
  ).toMatchObject({ state: 'grows', bays: ['b'], peak: 0.1, carried: expect.closeTo(0.02, 12) });
  // What stands at a month's end counts, as it does by months: not what one night leaves.
  expect(classByHours([{ ...part('a', [0.4, 0.4], [0, 0]), atMonths: 0.01 }])).toMatchObject({
    state: 'dry',
  });
  expect(classByHours([part('a', [0.4, 0.4], [0, 0.001])])).toMatchObject({ state: 'dries' });
});
