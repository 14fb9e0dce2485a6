import { describe, expect, it } from 'vitest';
import type { WorkshopEntry } from '../../model/index.ts';
import { type BuyLine, deliveryWrong, onItsWay, ordersOf, stillToOrder } from './index.ts';

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
  shelf: 0,
  why: '',
  uses: ['x'],
});

describe('orders', () => {
  it('are due after their lead, and follow what comes, what does not, and what goes back', () => {
    const [order] = ordersOf([ordered, came('arrived', 2), came('short', 1), came('returned', 1)]);
    expect(order!.due.slice(0, 10)).toBe('2026-05-06');
    expect(order!.lines[0]).toMatchObject({ packs: 4, arrived: 2, short: 1, returned: 1 });
    expect(onItsWay(order!.lines[0]!)).toBe(1);
    expect(onItsWay(order!.lines[1]!)).toBe(1);
  });
  it('leave of a list what is neither there nor coming, for their own van alone', () => {
    const list = [line('pir/0.04/0', 6), line('clips', 1), line('knife', 1)];
    const after = (...more: WorkshopEntry[]) =>
      stillToOrder(list, ordersOf([ordered, ...more]), 'a').map(l => [l.key, l.packs]);
    expect(after()).toEqual([
      ['pir/0.04/0', 2],
      ['knife', 1],
    ]);
    // One that will not come and one that went back are wanted again.
    expect(after(came('arrived', 2), came('short', 1), came('returned', 1))[0]).toEqual(['pir/0.04/0', 4]);
    expect(stillToOrder(list, ordersOf([ordered]), 'b')).toEqual(list);
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
});
