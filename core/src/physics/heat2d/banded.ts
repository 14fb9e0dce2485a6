import type { FivePoint } from './multigrid.ts';

/**
 * Solves a five-point system directly, by a Cholesky factor (L D L') within its band. Its work grows with the square
 * of the cells: quicker than iterating on small grids, and the reference for larger ones. Throws RangeError when the
 * system is not positive definite.
 */
export function solveBanded({ nx, ny, east, north, ground }: FivePoint, b: Float64Array): Float64Array {
  // Numbered along the shorter side, so that the band is narrow.
  const turned = ny < nx;
  const w = turned ? ny : nx;
  const n = nx * ny;
  const cell = (k: number) => (turned ? (k % w) * nx + Math.floor(k / w) : k);
  const [near, far] = turned ? [north, east] : [east, north];
  const row = rowOf(w);
  const band = new Float64Array(n * row);
  const x = new Float64Array(n);
  for (let k = 0; k < n; k++) {
    const c = cell(k);
    const i = c % nx;
    const j = (c - i) / nx;
    const west = i > 0 ? east[c - 1]! : 0;
    const south = j > 0 ? north[c - nx]! : 0;
    band[k * row] = ground[c]! + east[c]! + north[c]! + west + south;
    if (k + 1 < n && (k + 1) % w !== 0) band[k * row + 1] = -near[c]!;
    if (k + w < n) band[k * row + w] = band[k * row + w]! - far[c]!;
    x[k] = b[c]!;
  }
  factor(band, x, w);
  for (let k = n - 1; k >= 0; k--) {
    const at = k * row;
    let sum = x[k]!;
    const reach = Math.min(w, n - 1 - k);
    for (let i = 1; i <= reach; i++) sum -= band[at + i]! * x[k + i]!;
    x[k] = sum / band[at]!;
  }
  if (!turned) return x;
  const out = new Float64Array(n);
  for (let k = 0; k < n; k++) out[cell(k)] = x[k]!;
  return out;
}

/** Pivots taken out together: an entry further on is read and written once for all of them. */
const TOGETHER = 4;

/** Entries kept of a row: its band, and zeros for what only the later ones of its pivots reach. */
const rowOf = (w: number): number => w + TOGETHER;

/** Factors a band of `w` besides the diagonal in place, and carries the right-hand side along. */
function factor(band: Float64Array, x: Float64Array, w: number): void {
  const n = x.length;
  const row = rowOf(w);
  for (let k = 0; k < n; k += TOGETHER) {
    const own = Math.min(TOGETHER, n - k);
    // Among themselves first, each over its whole reach.
    for (let p = k; p < k + own; p++) {
      const at = p * row;
      const pivot = band[at]!;
      if (!(pivot > 0)) throw new RangeError('The section has cells that nothing joins.');
      for (let i = 1; i < k + own - p; i++) {
        const f = band[at + i]! / pivot;
        const to = (p + i) * row - i;
        for (let j = i; j <= w; j++) band[to + j] = band[to + j]! - f * band[at + j]!;
        x[p + i] = x[p + i]! - f * x[p]!;
      }
    }
    if (own < TOGETHER) return;
    // Then all that any of them reaches, counted from the first.
    const [a, b, c, d] = [k * row, (k + 1) * row - 1, (k + 2) * row - 2, (k + 3) * row - 3];
    const [pa, pb, pc, pd] = [band[a]!, band[b + 1]!, band[c + 2]!, band[d + 3]!];
    const last = Math.min(w + TOGETHER - 1, n - 1 - k);
    for (let i = TOGETHER; i <= last; i++) {
      const [fa, fb, fc, fd] = [band[a + i]! / pa, band[b + i]! / pb, band[c + i]! / pc, band[d + i]! / pd];
      const to = (k + i) * row - i;
      for (let j = i; j <= last; j++)
        band[to + j] =
          band[to + j]! - fa * band[a + j]! - fb * band[b + j]! - fc * band[c + j]! - fd * band[d + j]!;
      x[k + i] = x[k + i]! - fa * x[k]! - fb * x[k + 1]! - fc * x[k + 2]! - fd * x[k + 3]!;
    }
  }
}
