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
  const row = w + 1;
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
  for (let k = 0; k < n; k++) {
    const at = k * row;
    const pivot = band[at]!;
    if (!(pivot > 0)) throw new RangeError('The section has cells that nothing joins.');
    const reach = Math.min(w, n - 1 - k);
    for (let i = 1; i <= reach; i++) {
      const entry = band[at + i]!;
      if (entry === 0) continue;
      const f = entry / pivot;
      const to = (k + i) * row - i;
      for (let j = i; j <= reach; j++) band[to + j] = band[to + j]! - f * band[at + j]!;
      x[k + i] = x[k + i]! - f * x[k]!;
    }
  }
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
