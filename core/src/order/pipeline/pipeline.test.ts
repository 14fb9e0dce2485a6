import { describe, expect, it } from 'vitest';
import { demoDesigns } from '../../demo/index.ts';
import { library } from '../../testing/index.ts';
import type { NestSearch } from '../nesting/index.ts';
import { USUAL_CHOICES } from '../pieces/index.ts';
import { Ordering, orderTogether, payFor, takeTurns, USUAL_PAY, workOn } from './index.ts';

const [{ shell, ready, variants }] = demoDesigns(library) as [ReturnType<typeof demoDesigns>[number]];
const placement = variants[0]!.design;
const by = { ...USUAL_PAY, ready };

/** A search that finds something better in its first steps, and may be cheapest already. */
const search = (cheapest: boolean, betterFor = 0) => {
  const own = { cheapest, steps: 0, step: () => ++own.steps <= betterFor };
  return own;
};
const groups = (...of: ReturnType<typeof search>[]) => of.map(s => ({ search: s as unknown as NestSearch }));

describe('searches take turns', () => {
  it('three of four where money is left to gain, the fourth goes round', () => {
    const [dear, cheap] = [search(false), search(true)];
    const turns = takeTurns(groups(dear, cheap), s => s.steps >= 600);
    for (let i = 0; i < 40; i++) turns.next();
    expect([dear.steps, cheap.steps]).toEqual([6 * 35, 6 * 5]);
  });

  it('say when something better was found, and end with the last that has searched enough, none a step further', () => {
    const [one, two] = [search(false, 1), search(true)];
    const found = [...takeTurns([...groups(one, two), { search: null }], s => s.steps >= 20)];
    expect(found[0]).toBe(true);
    expect(found.slice(1)).not.toContain(true);
    expect([one.steps, two.steps]).toEqual([20, 20]);
  });
});

describe('an order on its way', () => {
  it('comes to the same in however many breaths it is searched', () => {
    const whole = payFor(shell, placement, library, by, 24);
    const ordering = new Ordering(shell, placement, library, by);
    for (const upTo of [6, 12, 24]) {
      for (const _ of takeTurns(ordering.searches, s => s.cheapest || s.steps >= upTo)) ordering.paid();
    }
    expect(ordering.paid()).toEqual(whole);
  });

  it('of a bare van comes to nothing, whatever is to be made ready', () => {
    expect(ready.rust.length).toBeGreaterThan(0);
    const bare = { ...placement, buildUps: [], zones: {}, bays: {}, sheets: {}, screens: {} };
    const { curtain: _, ...without } = bare;
    const ordering = new Ordering(shell, without, library, by);
    expect(ordering.paid()).toEqual(payFor(shell, without, library, by));
    expect(ordering.paid().total).toBe(0);
  });
});

describe('several vans together', () => {
  const van = { shell, ready, placement, choices: USUAL_CHOICES, chosen: [] };
  const alone = workOn(van, library, van);

  it('need what each needs alone, and their pieces are on the same sheets under their names', () => {
    const { works, searches } = orderTogether(
      [
        { ...van, id: 'a', name: 'One' },
        { ...van, id: 'b', name: 'Two' },
      ],
      library,
      [],
    );
    for (const work of works) {
      expect(work.needs).toEqual(alone.needs);
      expect(work.hours).toEqual(alone.hours);
    }
    const ids = searches.flatMap(({ group }) => group.pieces.map(p => p.id));
    expect(ids.sort()).toEqual(alone.pieces.flatMap(p => [`One: ${p.id}`, `Two: ${p.id}`]).sort());
  });
});
