import { ROUNDING } from '../../tolerance/index.ts';
import { dualBeds } from './dualBound.ts';
import { innerRect } from './innerRect.ts';
import { MICRO, type Shape } from './shapes.ts';

/** A stock as the search handles it, micrometres, kerf included. */
export interface Bedding {
  /** micrometres. */
  width: number;
  /** micrometres. */
  length: number;
  /** Of a pack, or of a metre. */
  price: number;
  /** Beds a pack. */
  perPack: number;
  /** Most there are. */
  most: number;
  /** Paid by the metre. */
  byLength: boolean;
}

/** How many beds of each stock. */
type Counts = readonly number[];

/** What any layout needs, whatever the search finds. */
export interface Needs {
  /** Area of all pieces, micrometres squared. */
  area: number;
  /** Beds that pieces which keep each other off a bed take. */
  beds: number;
}

/** Sizes are rounded up to whole micrometres: sheets that pieces fill exactly are not too small for that. */
const EXACT = 1 - 1e-6;

/** Pieces beyond the largest so many are not looked at: they hardly ever keep each other off a bed. */
const LOOKED_AT = 400;

/** What the pieces need of any beds. */
export function needsOf(shapes: readonly Shape[], stock: readonly Bedding[]): Needs {
  const area = EXACT * shapes.reduce((sum, s) => sum + s.area, 0);
  const boxes = [...shapes]
    .sort((a, b) => b.area - a.area)
    .slice(0, LOOKED_AT)
    .map(boxWithin);
  let apart = 0;
  // From each piece on, those that share no bed with any taken before.
  for (let from = 0; from < Math.min(boxes.length, 20); from++) {
    const taken: Box[] = [];
    for (const b of boxes.slice(from)) if (taken.every(t => !stock.some(s => bothOn(t, b, s)))) taken.push(b);
    apart = Math.max(apart, taken.length);
  }
  const dual = stock.some(s => s.byLength)
    ? 0
    : dualBeds(boxes, Math.max(...stock.map(s => s.width)), Math.max(...stock.map(s => s.length)));
  return { area, beds: Math.max(apart, stacked(boxes, stock), dual) };
}

/** A rectangle however it lies, micrometres. */
interface Box {
  /** One for each turn. */
  turned: readonly Side[];
}

interface Side {
  width: number;
  length: number;
}

/** A box itself; of an outline, a box within it: where those keep each other off a bed, the outlines do. */
const boxWithin = ({ turned }: Shape): Box => ({
  turned: turned.map(t => (t.outline ? innerRect(t.outline) : t)),
});

/**
 * Beds for pieces that are wider than half of any bed however they lie: on one bed they lie one after another, so that
 * their lengths are packed in one dimension; and the same the other way, for what is longer than half of any bed.
 */
function stacked(boxes: readonly Box[], stock: readonly Bedding[]): number {
  if (stock.some(s => s.byLength)) return 0;
  const width = Math.max(...stock.map(s => s.width));
  const length = Math.max(...stock.map(s => s.length));
  const row = (across: (t: Side) => number, along: (t: Side) => number, wide: number, long: number) =>
    boxes.flatMap(({ turned }) => {
      const ways = turned.filter(t => across(t) <= wide && along(t) <= long);
      return ways.length > 0 && ways.every(t => 2 * across(t) > wide) ? [Math.min(...ways.map(along))] : [];
    });
  const [w, l] = [(t: Side) => t.width, (t: Side) => t.length];
  return Math.max(
    inOneDimension(row(w, l, width, length), length),
    inOneDimension(row(l, w, length, width), width),
  );
}

/**
 * Fewest bars of one length for lengths cut from them. By Martello and Toth's L2 (Knapsack Problems, 1990, 8.3.2, from
 * memory), and by how many of those above any size one bar holds.
 */
function inOneDimension(lengths: readonly number[], bar: number): number {
  const sorted = [...lengths].sort((a, b) => a - b);
  let most = 0;
  for (const small of [0, ...sorted.filter(l => 2 * l <= bar)]) {
    const large = sorted.filter(l => l > bar - small);
    const middle = sorted.filter(l => l <= bar - small && 2 * l > bar);
    const rest = sorted.filter(l => 2 * l <= bar && l >= small);
    const over = [...middle, ...rest].reduce((sum, l) => sum + l, 0) - middle.length * bar;
    most = Math.max(most, large.length + middle.length + Math.max(0, Math.ceil((EXACT * over) / bar)));
  }
  for (let from = 0; from < sorted.length; from++) {
    // The shortest of those from here on: no bar holds more of them than of these.
    let [held, used] = [0, 0];
    while (from + held < sorted.length && used + sorted[from + held]! <= bar) used += sorted[from + held++]!;
    if (held > 0) most = Math.max(most, Math.ceil((sorted.length - from) / held));
  }
  return most;
}

function bothOn(a: Box, b: Box, bed: Bedding): boolean {
  return a.turned.some(p =>
    b.turned.some(
      q =>
        (p.width + q.width <= bed.width && Math.max(p.length, q.length) <= bed.length) ||
        (p.length + q.length <= bed.length && Math.max(p.width, q.width) <= bed.width),
    ),
  );
}

/** Whether so many beds might hold what is needed; where some stock is paid by length it takes the rest. */
function mightHold(counts: Counts, stock: readonly Bedding[], needs: Needs): boolean {
  if (stock.some(s => s.byLength)) return true;
  let [area, beds] = [0, 0];
  counts.forEach((n, i) => {
    area += n * stock[i]!.width * stock[i]!.length;
    beds += n;
  });
  return area >= needs.area && beds >= needs.beds;
}

const MOST_CHOICES = 3000;

/**
 * Choices of whole packs that cost less than a limit and might hold everything, none of them within another; what
 * costs nothing is in all of them. At most a few thousand are looked at: beyond, the search works with those.
 */
export function choices(
  stock: readonly Bedding[],
  needs: Needs,
  below: number,
): { counts: number[]; cost: number }[] {
  const paid = stock.flatMap((s, i) => (s.byLength || s.price === 0 ? [] : [i]));
  const counts = stock.map(s => (s.byLength ? 0 : s.price === 0 ? Math.min(s.most, s.perPack * 1000) : 0));
  const found: { counts: number[]; cost: number }[] = [];
  let looked = 0;
  const walk = (at: number, cost: number): void => {
    if (looked > MOST_CHOICES) return;
    if (at === paid.length) {
      looked++;
      const packs = paid.some(i => cost + stock[i]!.price < below - ROUNDING && counts[i]! < stock[i]!.most);
      // One that another pack would still suit is within that one.
      if (!packs && mightHold(counts, stock, needs)) found.push({ counts: [...counts], cost });
      return;
    }
    const i = paid[at]!;
    const { price, perPack, most } = stock[i]!;
    for (let packs = 0; cost + packs * price < below - ROUNDING; packs++) {
      counts[i] = Math.min(most, packs * perPack);
      walk(at + 1, cost + packs * price);
      if (packs * perPack >= most) break;
    }
    counts[i] = 0;
  };
  if (below > 0) walk(0, 0);
  return found;
}

/** The least that any layout can cost: by area, by pieces that share no bed, and by what must lie one after another. */
export function leastCost(shapes: readonly Shape[], stock: readonly Bedding[], needs: Needs): number {
  const paid = stock.filter(s => !s.byLength && s.price > 0);
  const rolls = stock.filter(s => s.byLength);
  const freeArea = stock.reduce((sum, s) => sum + (s.price === 0 ? s.most * s.width * s.length : 0), 0);
  const freeBeds = stock.reduce((sum, s) => sum + (s.price === 0 ? s.most : 0), 0);
  const area = Math.max(0, needs.area - freeArea);
  if (rolls.length > 0) {
    const perArea = Math.min(
      ...rolls.map(r => r.price / MICRO / r.width),
      ...paid.map(s => s.price / (s.perPack * s.width * s.length)),
    );
    const byArea = area * perArea;
    if (paid.length > 0 || freeBeds > 0 || rolls.length > 1) return byArea;
    const [roll] = rolls as [Bedding];
    return Math.max(byArea, (inRow(shapes, roll.width) / MICRO) * roll.price);
  }
  if (area === 0 && needs.beds <= freeBeds) return 0;
  const beds = Math.max(0, needs.beds - freeBeds);
  if (paid.length === 1) {
    const [only] = paid as [Bedding];
    return Math.ceil(Math.max(beds, area / (only.width * only.length) - 1e-12) / only.perPack) * only.price;
  }
  return Math.max(
    area * Math.min(...paid.map(s => s.price / (s.perPack * s.width * s.length))),
    beds * Math.min(...paid.map(s => s.price / s.perPack)),
    Math.min(...paid.map(s => s.price)),
  );
}

/** Length of a roll that pieces wider than half of it take, and that the longest takes, micrometres. */
function inRow(shapes: readonly Shape[], width: number): number {
  let [row, longest] = [0, 0];
  for (const s of shapes) {
    if (!s.isBox) continue;
    const fits = s.turned.filter(t => t.width <= width);
    const least = Math.min(...fits.map(t => t.length));
    if (fits.every(t => 2 * t.width > width)) row += least;
    longest = Math.max(longest, least);
  }
  return Math.max(row, longest);
}
