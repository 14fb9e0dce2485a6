/** A rectangle every way it may lie, micrometres. */
interface Ways {
  /** Width and length, one for each turn. */
  turned: readonly { readonly width: number; readonly length: number }[];
}

/** Roundings are made up to this fineness, and by so many of the sizes that occur. */
const FINEST = 12;
const SIZES = 10;
/** Sizes were rounded up to whole micrometres, twice at most: what fills a bed to the micrometre still does. */
const ROUNDED = 2;

/** A share of a bed's side, made larger where no more of such pieces fit beside one another than then. */
type Dual = (share: number) => number;

/**
 * Beds that rectangles take at least: each side, as a share of the largest bed's, goes through a dual feasible function
 * (whose values sum to no more than 1 for all sizes that fit beside one another), and then their areas are summed.
 * Fekete and Schepers, "New classes of fast lower bounds for bin packing problems" (2001), from memory.
 */
export function dualBeds(pieces: readonly Ways[], width: number, length: number): number {
  if (pieces.length === 0) return 0;
  const shares = pieces.map(p =>
    p.turned.flatMap(t => {
      const [w, l] = [t.width, t.length].map(
        (size, i) => Math.max(0, size - ROUNDED) / (i === 0 ? width : length),
      ) as [number, number];
      return w <= 1 && l <= 1 ? [[w, l] as const] : [];
    }),
  );
  const across = duals(shares.flatMap(s => s.map(([w]) => w)));
  const along = duals(shares.flatMap(s => s.map(([, l]) => l)));
  const byWidth = across.map(f => shares.map(ways => ways.map(([w]) => f(w))));
  const byLength = along.map(g => shares.map(ways => ways.map(([, l]) => g(l))));
  let most = 0;
  for (const w of byWidth)
    for (const l of byLength) {
      let sum = 0;
      for (let i = 0; i < w.length; i++) {
        const [ww, ll] = [w[i]!, l[i]!];
        let least = ww.length > 0 ? Number.POSITIVE_INFINITY : 0;
        for (let k = 0; k < ww.length; k++) least = Math.min(least, ww[k]! * ll[k]!);
        sum += least;
      }
      if (sum > most) most = sum;
    }
  return Math.ceil(most - 1e-6);
}

function duals(shares: readonly number[]): Dual[] {
  const found: Dual[] = [x => x];
  for (let k = 1; k <= FINEST; k++)
    found.push(x => {
      const times = (k + 1) * x;
      return Number.isInteger(times) ? x : Math.floor(times) / k;
    });
  // What is smaller than one size counts nothing, what leaves no room for that counts all.
  const small = [...new Set(shares.filter(x => x > 0 && x <= 0.5))].sort((a, b) => a - b);
  const step = Math.max(1, Math.ceil(small.length / SIZES));
  for (let i = 0; i < small.length; i += step) {
    const size = small[i]!;
    found.push(x => (x > 1 - size ? 1 : x < size ? 0 : x));
  }
  return found;
}
