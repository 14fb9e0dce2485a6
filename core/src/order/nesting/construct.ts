import type { Bed, Rule, Spot } from './bed.ts';
import type { ExactProblem } from './exactProblem.ts';
import type { Shape } from './shapes.ts';

/** By what pieces are sorted before they are laid, the largest first. */
export type Order = 'area' | 'long side' | 'short side' | 'length' | 'width';
export const ORDERS: readonly Order[] = ['area', 'long side', 'short side', 'length', 'width'];

/**
 * Lays pieces one by one where they suit best, each on the beds there are or on a new one: of free stock first, then
 * of the preferred one, then of what costs least by area. Every piece must fit some stock that is left.
 */
export function construct(
  exact: ExactProblem,
  beds: readonly Bed[],
  pieces: readonly number[],
  order: Order,
  rule: Rule,
  preferred: number | null,
): Bed[] {
  const out = beds.map(b => b.without(NONE));
  const counts = exact.stock.map((_, i) => out.filter(b => b.stock === i).length);
  const sorted = [...pieces].sort(
    (a, b) => sizeBy(order, exact.shapes[b]!) - sizeBy(order, exact.shapes[a]!) || a - b,
  );
  const stocks = openingOrder(exact, preferred);
  for (const piece of sorted) {
    const shape = exact.shapes[piece]!;
    const found = bestOf(out, shape, rule);
    if (found) {
      out[found.bed]!.put(piece, shape, found.spot);
      continue;
    }
    for (const stock of stocks) {
      if (counts[stock]! >= exact.stock[stock]!.most) continue;
      const bed = exact.bed(stock);
      const spot = bed.spot(shape, rule);
      if (!spot) continue;
      bed.put(piece, shape, spot);
      out.push(bed);
      counts[stock]!++;
      break;
    }
  }
  return out;
}

/** Beds longest open are looked at first; only the last so many take another piece, so that the work grows with the pieces. */
const OPEN = 60;

function bestOf(beds: readonly Bed[], shape: Shape, rule: Rule): { bed: number; spot: Spot } | null {
  let best: { bed: number; spot: Spot } | null = null;
  for (let bed = Math.max(0, beds.length - OPEN); bed < beds.length; bed++) {
    const spot = beds[bed]!.spot(shape, rule);
    if (spot && (!best || spot.score < best.spot.score)) best = { bed, spot };
  }
  return best;
}

function openingOrder({ stock }: ExactProblem, preferred: number | null): number[] {
  const perArea = (i: number): number => {
    const { price, perPack, width, length, byLength } = stock[i]!;
    return byLength ? price / 1e6 / width : price / (perPack * width * length);
  };
  const rank = (i: number): number => (stock[i]!.price === 0 ? -1 : i === preferred ? 0 : 1);
  return stock.map((_, i) => i).sort((a, b) => rank(a) - rank(b) || perArea(a) - perArea(b));
}

function sizeBy(order: Order, { turned, area }: Shape): number {
  const { width, length } = turned[0]!;
  switch (order) {
    case 'area':
      return area;
    case 'long side':
      return Math.max(width, length);
    case 'short side':
      return Math.min(width, length);
    case 'length':
      return length;
    case 'width':
      return width;
  }
}

const NONE: ReadonlySet<number> = new Set();
