import type { Library } from '../../materials/index.ts';
import type { WorkshopEntry } from '../../model/index.ts';
import type { CURRENCIES, DELIVERIES } from '../../model/lists/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';

type Currency = (typeof CURRENCIES)[number];

/** One thing of an order, and what became of it. */
export interface OrderedLine {
  /** Of the list it was ordered from. */
  key: string;
  /** As it was called then. */
  name: string;
  /** Ordered. */
  packs: number;
  /** Of one pack, as paid. */
  price: number;
  /** Packs that came. */
  arrived: number;
  /** Packs that will not come. */
  short: number;
  /** Packs that went back. */
  returned: number;
}

/** An order as it stands. */
export interface StandingOrder {
  id: string;
  /** Id of the conversion it is for. */
  van: string;
  /** A free name. */
  supplier: string;
  /** What it was paid in. */
  currency: Currency;
  /** When it was placed. */
  at: string;
  /** When it should be there. */
  due: string;
  /** What was ordered. */
  lines: OrderedLine[];
}

const DAY = 86_400_000;

/** Orders in the order in which they were placed, with what became of each line. */
export function ordersOf(entries: readonly WorkshopEntry[]): StandingOrder[] {
  const orders = new Map<string, StandingOrder>();
  for (const { at, fact } of entries) {
    if (fact.kind === 'ordered')
      orders.set(fact.order, {
        id: fact.order,
        van: fact.van,
        supplier: fact.supplier,
        currency: fact.currency ?? 'GBP',
        at,
        due: new Date(Date.parse(at) + fact.lead * DAY).toISOString(),
        lines: fact.lines.map(l => ({ ...l, arrived: 0, short: 0, returned: 0 })),
      });
    if (fact.kind === 'delivery') {
      const line = orders.get(fact.order)?.lines.find(l => l.key === fact.key);
      if (line) line[fact.what] += fact.packs;
    }
  }
  return [...orders.values()];
}

/** Packs of a line that are still to come. */
export const onItsWay = (l: OrderedLine): number => Math.max(0, l.packs - l.arrived - l.short);

/** Why a delivery cannot be noted, in one sentence; null where it can. */
export function deliveryWrong(
  orders: readonly StandingOrder[],
  {
    order,
    key,
    what,
    packs,
  }: { order: string; key: string; what: (typeof DELIVERIES)[number]; packs: number },
): string | null {
  const line = orders.find(o => o.id === order)?.lines.find(l => l.key === key);
  if (!line) return 'Nothing of that was ordered: a delivery belongs to an order.';
  const most = what === 'returned' ? line.arrived - line.returned : onItsWay(line);
  return packs <= most
    ? null
    : what === 'returned'
      ? `Only ${most} of ${line.name} came and can go back.`
      : `Only ${most} of ${line.name} are still to come.`;
}

/** Why a rest cannot be put on the shelf or taken off it, in one sentence; null where it can. */
export function restWrong(
  rests: readonly { id: string; count: number }[],
  fact: WorkshopEntry['fact'],
): string | null {
  if (fact.kind === 'rest kept')
    return rests.some(r => r.id === fact.rest) ? 'That rest is on the shelf already.' : null;
  if (fact.kind !== 'rest gone') return null;
  const left = rests.find(r => r.id === fact.rest)?.count ?? 0;
  if (fact.count <= left) return null;
  return left === 0
    ? 'That rest is no longer on the shelf: it was used or taken off before.'
    : `Only ${left} of that rest are left on the shelf.`;
}

/** Why nothing can be a rest of what is sold, in one sentence; null where it can. */
export function offcutWrong(
  { material, width, length }: { material: string; width: number; length: number },
  library: Library,
): string | null {
  const stock = library.get(material)?.stock;
  if (!stock) return `There is no material ${material}.`;
  const fits = stock.some(s => width <= s.width + ROUNDING && length <= s.length + ROUNDING);
  return fits ? null : 'It is larger than any sheet of its material that is sold.';
}
