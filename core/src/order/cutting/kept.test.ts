import { expect, it } from 'vitest';
import { layUp } from '../../buildup/index.ts';
import { library, perigee } from '../../testing/index.ts';
import { NestSearch } from '../nesting/index.ts';
import { cutPieces, USUAL_CHOICES } from '../pieces/index.ts';
import { cutGroups, holdingPins } from './index.ts';

const placement = perigee!.variants[0]!.design;
const laid = layUp(perigee!.shell, placement, library);

it('a layout kept as it lies comes back as it lies, wherever it is computed', () => {
  const pieces = cutPieces(perigee!.shell, placement, laid, library, USUAL_CHOICES);
  for (const group of cutGroups(pieces, library)) {
    const first = new NestSearch(group.problem);
    for (let i = 0; i < 20; i++) first.step();
    const pins = first.best.laid.map(l => ({ group: group.key, ...l }));
    const held = holdingPins(group, pins);
    expect(held, group.key).toHaveLength(pins.length);
    const again = new NestSearch({ ...group.problem, pinned: held }, 7);
    for (let i = 0; i < 5; i++) again.step();
    // To the micrometre that it is kept in.
    const micro = (m: number) => Math.round(m * 1e6);
    const sorted = (all: typeof first.best.laid) =>
      all.map(l => ({ ...l, x: micro(l.x), y: micro(l.y) })).sort((a, b) => (a.piece < b.piece ? -1 : 1));
    expect(sorted(again.best.laid)).toEqual(sorted(first.best.laid));
    expect(again.best.cost).toBeCloseTo(first.best.cost, 9);
  }
});
