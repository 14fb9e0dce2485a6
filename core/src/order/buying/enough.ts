import { ROUNDING } from '../../tolerance/index.ts';
import type { BuyLine } from './orderList.ts';
import { onItsWay, type StandingOrder } from './orders.ts';
import { packsOpen } from './tins.ts';

/** Whether what is here and on its way does for what is still to cut. */
export interface Enough {
  key: string;
  /** Packs that came and were not sent back. */
  here: number;
  /** Packs that are still to come. */
  coming: number;
  /** Of a supply: so much of it is here or coming in packs of another size, in the line's unit. */
  otherwise: number;
  /** Packs still to order; none of what is cut already. */
  open: number;
  /** Cut already; it does; it does unless the van is larger than measured; it does not. */
  verdict: 'cut' | 'enough' | 'may be short' | 'short';
}

/** Packs of a line that are here and on their way for some vans. */
function hadFor(
  orders: readonly StandingOrder[],
  vans: ReadonlySet<string>,
): Map<string, { here: number; coming: number }> {
  const had = new Map<string, { here: number; coming: number }>();
  for (const o of orders)
    if (vans.has(o.van))
      for (const l of o.lines) {
        const own = had.get(l.key) ?? { here: 0, coming: 0 };
        had.set(l.key, {
          here: own.here + l.arrived - l.returned,
          coming: own.coming + onItsWay(l),
        });
      }
  return had;
}

/** Whether a line is of a group that is cut. */
const isCut = (key: string, cut: ReadonlySet<string>): boolean =>
  [...cut].some(group => key.startsWith(`${group}/`));

/** For every line: did I order enough? Groups in `cut` are cut already. */
export function enoughOf(
  lines: readonly BuyLine[],
  orders: readonly StandingOrder[],
  vans: ReadonlySet<string>,
  cut: ReadonlySet<string>,
): Enough[] {
  const had = hadFor(orders, vans);
  return lines.map((l): Enough => {
    const { here, coming } = had.get(l.key) ?? { here: 0, coming: 0 };
    if (l.supply && l.supply.sizes.length > 1) return ofSizes(l, l.supply, lines, had);
    const atMost = Math.max(l.packs, l.packsAtMost);
    const have = here + coming;
    const verdict = isCut(l.key, cut)
      ? 'cut'
      : have >= atMost
        ? 'enough'
        : have >= l.packs
          ? 'may be short'
          : 'short';
    const open = verdict === 'cut' ? 0 : Math.max(0, l.packs - have);
    return { key: l.key, here, coming, otherwise: 0, open, verdict };
  });
}

/** The same of what is sold in several sizes: whatever it came in, it is so much of it. */
function ofSizes(
  line: BuyLine,
  { id, sizes }: NonNullable<BuyLine['supply']>,
  lines: readonly BuyLine[],
  had: ReadonlyMap<string, { here: number; coming: number }>,
): Enough {
  const { here, coming } = had.get(line.key) ?? { here: 0, coming: 0 };
  const mine = lines.filter(l => l.supply?.id === id);
  const amountOf = ({ key, amount }: (typeof sizes)[number]) => {
    const own = had.get(key);
    return own ? (own.here + own.coming) * amount : 0;
  };
  const have = sizes.reduce((sum, s) => sum + amountOf(s), 0);
  const need = mine.reduce((sum, l) => sum + l.need - l.shelf, 0);
  const own = sizes.findIndex(s => s.key === line.key);
  const atMost = Math.max(0, line.packsAtMost - line.packs) * sizes[own]!.amount;
  const listed = sizes.map(s => mine.find(l => l.key === s.key)?.packs ?? 0);
  return {
    key: line.key,
    here,
    coming,
    otherwise: have - amountOf(sizes[own]!),
    open: packsOpen(Math.max(0, need - have), sizes, listed)[own]!,
    verdict: have < need - ROUNDING ? 'short' : have < need + atMost - ROUNDING ? 'may be short' : 'enough',
  };
}

/** Shares whole packs out to vans by what each needs: the largest remainders get what is left. */
export function shareOut(packs: number, needs: readonly number[]): number[] {
  const all = needs.reduce((a, b) => a + b, 0);
  if (all <= 0) return needs.map((_, i) => (i === 0 ? packs : 0));
  const exact = needs.map(n => (packs * n) / all);
  const shares = exact.map(Math.floor);
  const byRest = exact.map((e, i) => [e - shares[i]!, i] as const).sort((a, b) => b[0] - a[0] || a[1] - b[1]);
  const left = packs - shares.reduce((a, b) => a + b, 0);
  for (const [, i] of byRest.slice(0, left)) shares[i]! += 1;
  return shares;
}
