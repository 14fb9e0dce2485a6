/** A symmetric five-point system on nx by ny cells: conductances to the east and to the north, and to the outside. */
export interface FivePoint {
  nx: number;
  ny: number;
  /** W/K per m of length; `east[j * nx + i]` joins (i, j) and (i + 1, j), 0 in the last column; `north` likewise. */
  east: Float64Array;
  north: Float64Array;
  /** To known temperatures, added to the diagonal. */
  ground: Float64Array;
}

/** One grid of the hierarchy, with the factors of its lines and its working vectors. */
interface Level extends FivePoint {
  diagonal: Float64Array;
  /** Inverse pivots of the tridiagonal lines along x and along y. */
  pivotX: Float64Array;
  pivotY: Float64Array;
  x: Float64Array;
  b: Float64Array;
  r: Float64Array;
  scratch: Float64Array;
}

export interface Solved {
  x: Float64Array;
  iterations: number;
  /** Relative residual reached. */
  residual: number;
}

/**
 * Aggregates carry too much stiffness: the coarse correction is enlarged by this (Braess 1995, from memory, takes
 * 1.8). With the steel of a rib beside foam 1.6 and more stops settling at 400 x 400 cells; 1.2 to 1.3 needs 20 rounds.
 */
const OVERCORRECTION = 1.25;

/**
 * Solves the system by conjugate gradients, preconditioned by one multigrid W-cycle: aggregates of two by two
 * cells, smoothed line by line both ways (alternate lines together), so that neither thin sheets nor conductors
 * beside insulation slow it down. Throws RangeError when it does not reach `tolerance` in `most` iterations.
 */
export function solveFivePoint(system: FivePoint, b: Float64Array, tolerance = 1e-8, most = 200): Solved {
  const levels = hierarchy(system);
  const fine = levels[0]!;
  const n = fine.nx * fine.ny;
  const x = new Float64Array(n);
  const r = Float64Array.from(b);
  const p = new Float64Array(n);
  const q = new Float64Array(n);
  const start = Math.sqrt(dot(r, r));
  if (start === 0) return { x, iterations: 0, residual: 0 };
  let rho = 0;
  for (let k = 1; k <= most; k++) {
    fine.b.set(r);
    cycle(levels, 0);
    const z = fine.x;
    const next = dot(r, z);
    const beta = k === 1 ? 0 : next / rho;
    rho = next;
    for (let i = 0; i < n; i++) p[i] = z[i]! + beta * p[i]!;
    multiply(fine, p, q);
    const alpha = rho / dot(p, q);
    let norm = 0;
    for (let i = 0; i < n; i++) {
      x[i] = x[i]! + alpha * p[i]!;
      const ri = r[i]! - alpha * q[i]!;
      r[i] = ri;
      norm += ri * ri;
    }
    const residual = Math.sqrt(norm) / start;
    if (residual <= tolerance) return { x, iterations: k, residual };
  }
  throw new RangeError('The temperatures did not settle: the section has cells that nothing joins.');
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
}

function hierarchy(system: FivePoint): Level[] {
  const levels = [makeLevel(system)];
  for (let l = levels[0]!; l.nx * l.ny > 1; l = levels.at(-1)!) levels.push(makeLevel(aggregate(l)));
  return levels;
}

function makeLevel({ nx, ny, east, north, ground }: FivePoint): Level {
  const n = nx * ny;
  const diagonal = new Float64Array(n);
  const pivotX = new Float64Array(n);
  const pivotY = new Float64Array(n);
  for (let j = 0, k = 0; j < ny; j++)
    for (let i = 0; i < nx; i++, k++) {
      const w = i > 0 ? east[k - 1]! : 0;
      const s = j > 0 ? north[k - nx]! : 0;
      const d = ground[k]! + east[k]! + north[k]! + w + s;
      diagonal[k] = d;
      pivotX[k] = 1 / (d - (i > 0 ? w * w * pivotX[k - 1]! : 0));
      pivotY[k] = 1 / (d - (j > 0 ? s * s * pivotY[k - nx]! : 0));
    }
  return {
    nx,
    ny,
    east,
    north,
    ground,
    diagonal,
    pivotX,
    pivotY,
    x: new Float64Array(n),
    b: new Float64Array(n),
    r: new Float64Array(n),
    scratch: new Float64Array(n),
  };
}

/** Joins cells two by two: conductances across the new edges add up. */
function aggregate({ nx, ny, east, north, ground }: FivePoint): FivePoint {
  const cx = Math.ceil(nx / 2);
  const cy = Math.ceil(ny / 2);
  const coarse: FivePoint = {
    nx: cx,
    ny: cy,
    east: new Float64Array(cx * cy),
    north: new Float64Array(cx * cy),
    ground: new Float64Array(cx * cy),
  };
  for (let j = 0, k = 0; j < ny; j++)
    for (let i = 0; i < nx; i++, k++) {
      const c = (j >> 1) * cx + (i >> 1);
      coarse.ground[c] = coarse.ground[c]! + ground[k]!;
      if (i & 1 && i < nx - 1) coarse.east[c] = coarse.east[c]! + east[k]!;
      if (j & 1 && j < ny - 1) coarse.north[c] = coarse.north[c]! + north[k]!;
    }
  return coarse;
}

/** One W-cycle for level `at` from a zero guess; the answer is left in its `x`. Symmetric: what follows mirrors what went before. */
function cycle(levels: Level[], at: number): void {
  const level = levels[at]!;
  level.x.fill(0);
  if (at === levels.length - 1) {
    level.x[0] = level.b[0]! / level.diagonal[0]!;
    return;
  }
  smoothX(level, 0);
  smoothX(level, 1);
  smoothY(level, 0);
  smoothY(level, 1);
  correct(levels, at);
  if (at > 0 && levels.length - at > 3) correct(levels, at);
  smoothY(level, 1);
  smoothY(level, 0);
  smoothX(level, 1);
  smoothX(level, 0);
}

function correct(levels: Level[], at: number): void {
  const level = levels[at]!;
  const coarse = levels[at + 1]!;
  const { nx, ny, r, x } = level;
  multiply(level, x, r);
  coarse.b.fill(0);
  for (let j = 0, k = 0; j < ny; j++)
    for (let i = 0; i < nx; i++, k++) {
      const c = (j >> 1) * coarse.nx + (i >> 1);
      coarse.b[c] = coarse.b[c]! + level.b[k]! - r[k]!;
    }
  cycle(levels, at + 1);
  const scale = OVERCORRECTION;
  for (let j = 0, k = 0; j < ny; j++)
    for (let i = 0; i < nx; i++, k++) x[k] = x[k]! + scale * coarse.x[(j >> 1) * coarse.nx + (i >> 1)]!;
}

/** out = A v. */
function multiply({ nx, ny, east, north, diagonal }: Level, v: Float64Array, out: Float64Array): void {
  for (let j = 0, k = 0; j < ny; j++)
    for (let i = 0; i < nx; i++, k++) {
      let sum = diagonal[k]! * v[k]!;
      if (i > 0) sum -= east[k - 1]! * v[k - 1]!;
      if (i < nx - 1) sum -= east[k]! * v[k + 1]!;
      if (j > 0) sum -= north[k - nx]! * v[k - nx]!;
      if (j < ny - 1) sum -= north[k]! * v[k + nx]!;
      out[k] = sum;
    }
}

/** Solves every second row exactly, given its neighbours. */
function smoothX({ nx, ny, east, north, pivotX, x, b }: Level, parity: number): void {
  for (let j = parity; j < ny; j += 2) {
    const from = j * nx;
    const below = j > 0;
    const above = j < ny - 1;
    let carry = 0;
    for (let k = from; k < from + nx; k++) {
      let rhs = b[k]!;
      if (below) rhs += north[k - nx]! * x[k - nx]!;
      if (above) rhs += north[k]! * x[k + nx]!;
      rhs += carry;
      const y = rhs * pivotX[k]!;
      x[k] = y;
      carry = east[k]! * y;
    }
    for (let k = from + nx - 2; k >= from; k--) x[k] = x[k]! + pivotX[k]! * east[k]! * x[k + 1]!;
  }
}

/** The same for every second column; swept row by row, so that memory is read in its order. */
function smoothY({ nx, ny, east, north, pivotY, x, b }: Level, parity: number): void {
  for (let j = 0; j < ny; j++) {
    const row = j * nx;
    for (let i = parity; i < nx; i += 2) {
      const k = row + i;
      let rhs = b[k]!;
      if (i > 0) rhs += east[k - 1]! * x[k - 1]!;
      if (i < nx - 1) rhs += east[k]! * x[k + 1]!;
      if (j > 0) rhs += north[k - nx]! * x[k - nx]!;
      x[k] = rhs * pivotY[k]!;
    }
  }
  for (let j = ny - 2; j >= 0; j--) {
    const row = j * nx;
    for (let i = parity; i < nx; i += 2) {
      const k = row + i;
      x[k] = x[k]! + pivotY[k]! * north[k]! * x[k + nx]!;
    }
  }
}
