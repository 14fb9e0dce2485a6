import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { WorkshopEntry } from '../../model/index.ts';
import {
  type BuyLine,
  deliveryWrong,
  enoughOf,
  isFirstTime,
  onItsWay,
  ordersOf,
  restWrong,
  shareOut,
  shelfOf,
  suppliesFor,
} from './index.ts';

let n = 0;
const entry = (at: string, fact: WorkshopEntry['fact']): WorkshopEntry => ({
  id: `e${n++}`,
  at: `${at}T08:00:00Z`,
  fact,
});
const ordered = entry('2026-05-01', {
  kind: 'ordered',
  order: 'o1',
  van: 'a',
  supplier: 'the board yard',
  lead: 5,
  lines: [
    { key: 'pir/0.04/0', name: 'PIR 40 mm', packs: 4, price: 36 },
    { key: 'clips', name: 'Clips', packs: 1, price: 9 },
  ],
});
const came = (what: 'arrived' | 'short' | 'returned', packs: number) =>
  entry('2026-05-05', { kind: 'delivery', order: 'o1', key: 'pir/0.04/0', what, packs });
const line = (key: string, packs: number): BuyLine => ({
  key,
  name: key,
  kind: 'sheet',
  need: 1,
  unit: 'm²',
  packs,
  pack: '',
  price: 10,
  cost: packs * 10,
  left: 0,
  spare: 0,
  sparePacks: 0,
  packsAtMost: packs,
  sold: null,
  shelf: 0,
  why: '',
  uses: ['x'],
});

describe('orders', () => {
  it('are due after their lead, and follow what comes, what does not, and what goes back', () => {
    const [order] = ordersOf([ordered, came('arrived', 2), came('short', 1), came('returned', 1)]);
    expect(order!.due.slice(0, 10)).toBe('2026-05-06');
    expect(order!.currency).toBe('GBP');
    expect(order!.lines[0]).toMatchObject({ packs: 4, arrived: 2, short: 1, returned: 1 });
    expect(onItsWay(order!.lines[0]!)).toBe(1);
    expect(onItsWay(order!.lines[1]!)).toBe(1);
  });
  const list = [line('pir/0.04/0', 6), line('clips', 1), line('knife', 1)];
  const nothing = new Set<string>();
  const after = (entries: WorkshopEntry[], van = 'a', cut = nothing) => {
    const enough = enoughOf(list, ordersOf(entries), new Set([van]), cut);
    return { enough, open: enough.flatMap(e => (e.open > 0 ? [[e.key, e.open]] : [])) };
  };
  it('leave of a list what is neither there nor coming, for their own van alone', () => {
    expect(after([ordered]).open).toEqual([
      ['pir/0.04/0', 2],
      ['knife', 1],
    ]);
    // One that will not come and one that went back are wanted again.
    const back = [ordered, came('arrived', 2), came('short', 1), came('returned', 1)];
    expect(after(back).open[0]).toEqual(['pir/0.04/0', 4]);
    expect(after([ordered], 'b').open).toEqual(list.map(l => [l.key, l.packs]));
  });
  it('say whether enough was ordered, with the tape’s error, and ask nothing for what is cut', () => {
    const verdicts = (entries: WorkshopEntry[], cut = nothing) =>
      after(entries, 'a', cut).enough.map(e => e.verdict);
    expect(verdicts([ordered])).toEqual(['short', 'enough', 'short']);
    expect(verdicts([ordered], new Set(['pir/0.04']))[0]).toBe('cut');
    expect(after([ordered], 'a', new Set(['pir/0.04'])).open).toEqual([['knife', 1]]);
    const larger = [{ ...line('clips', 1), packsAtMost: 2 }];
    expect(enoughOf(larger, ordersOf([ordered]), new Set(['a']), nothing)[0]!.verdict).toBe('may be short');
  });
  it('are shared out between vans by whole packs that add up', () => {
    expect(shareOut(3, [1.6, 1.2])).toEqual([2, 1]);
    expect(shareOut(1, [0.2, 0.7])).toEqual([0, 1]);
    expect(shareOut(2, [0, 0])).toEqual([2, 0]);
    fc.assert(
      fc.property(fc.nat(60), fc.array(fc.nat(50), { minLength: 1, maxLength: 20 }), (packs, needs) => {
        const shares = shareOut(packs, needs);
        expect(shares.reduce((a, b) => a + b, 0)).toBe(packs);
        expect(shares.every(s => s >= 0 && Number.isInteger(s))).toBe(true);
      }),
    );
  });
  it('refuse a delivery of what was not ordered, more than is to come, and more back than came', () => {
    const orders = ordersOf([ordered, came('arrived', 3)]);
    const wrong = (what: 'arrived' | 'returned', packs: number, order = 'o1') =>
      deliveryWrong(orders, { order, key: 'pir/0.04/0', what, packs });
    expect(wrong('arrived', 1)).toBeNull();
    expect(wrong('arrived', 2)).toContain('Only 1');
    expect(wrong('returned', 4)).toContain('Only 3');
    expect(wrong('arrived', 1, 'o9')).toContain('belongs to an order');
  });
  it('refuse a rest that is booked twice', () => {
    const gone = (count: number) => ({ kind: 'rest gone' as const, rest: 'r', count });
    expect(restWrong([{ id: 'r', count: 2 }], gone(2))).toBeNull();
    expect(restWrong([{ id: 'r', count: 1 }], gone(2))).toContain('Only 1');
    expect(restWrong([], gone(1))).toContain('no longer');
  });
  it('book what is at hand for a van: others see the rest of it, until it is let go', () => {
    const counted = entry('2026-05-01', { kind: 'counted', supply: 'clips', amount: 40 });
    const book = (amount: number) =>
      entry('2026-05-02', { kind: 'booked', van: 'a', supply: 'clips', amount });
    const at = (van: string, ...more: WorkshopEntry[]) =>
      suppliesFor(shelfOf([counted, ...more]), new Set([van])).get('clips');
    expect([at('a', book(30)), at('b', book(30))]).toEqual([40, 10]);
    expect(at('b', book(30), book(0))).toBe(40);
    expect(at('b', book(90))).toBe(0);
  });
  it('take it for the first time until somebody says otherwise', () => {
    const said = (practised: boolean) => entry('2026-05-02', { kind: 'practised', practised });
    expect([[], [said(true)], [said(true), said(false)]].map(isFirstTime)).toEqual([true, false, true]);
  });
});
