import { remembered } from './remembered.ts';

/** How a panel's edges are held: by a hinge, or fast. A real rib lies between. */
export type PanelEdge = 'supported' | 'clamped';

/**
 * Product of wavenumber and length of the m-th mode (m from 1) of a beam held so at both ends: m pi, or the root of
 * cos b = 1 / cosh b.
 */
export function edgeRoot(edge: PanelEdge, m: number): number {
  if (edge === 'supported') return m * Math.PI;
  let b = (m + 0.5) * Math.PI;
  for (let i = 0; i < 4; i++) {
    const sech = 1 / Math.cosh(b);
    b -= (Math.cos(b) - sech) / (-Math.sin(b) + sech * Math.tanh(b));
  }
  return b;
}

/**
 * A beam mode and its first three derivatives at `x` of 0 to 1, into `out`. The clamped ones in the form about the
 * middle, which stays exact however high the mode.
 */
export function edgeShape(edge: PanelEdge, m: number, root: number, x: number, out: Float64Array): void {
  if (edge === 'supported') {
    const [s, c] = [Math.sin(root * x), Math.cos(root * x)];
    out[0] = s;
    out[1] = root * c;
    out[2] = -root * root * s;
    out[3] = -root * root * root * c;
    return;
  }
  const u = x - 0.5;
  // cosh(b u) / cosh(b / 2) and sinh(b u) / cosh(b / 2) by what does not overflow.
  const rising = Math.exp(root * (u - 0.5));
  const falling = Math.exp(-root * (u + 0.5));
  const ends = 1 + Math.exp(-root);
  const even = (rising + falling) / ends;
  const odd = (rising - falling) / ends;
  const [s, c] = [Math.sin(root * u), Math.cos(root * u)];
  if (m % 2 === 1) {
    const k = Math.cos(root / 2);
    out[0] = c / k - even;
    out[1] = root * (-s / k - odd);
    out[2] = root ** 2 * (-c / k - even);
    out[3] = root ** 3 * (s / k - odd);
  } else {
    const k = Math.sin(root / 2);
    const t = Math.tanh(root / 2);
    out[0] = s / k - odd / t;
    out[1] = root * (c / k - even / t);
    out[2] = root ** 2 * (-s / k - odd / t);
    out[3] = root ** 3 * (-c / k - even / t);
  }
}

/** Integrals of a mode and its products over a stretch, of unit length in all. */
export interface EdgeStretch {
  /** Of X squared. */
  square: Float64Array;
  /** Of X' squared. */
  slope: Float64Array;
  /** Of X'' squared. */
  bend: Float64Array;
  /** Of X X''. */
  cross: Float64Array;
  /** Of X. */
  mean: Float64Array;
  /** Of X times the distance from the stretch's middle. */
  moment: Float64Array;
  /** Of X': what X rises by. */
  rise: Float64Array;
  /** Of X'': what X' turns by. */
  turn: Float64Array;
  /** Of X' times the distance from the stretch's middle. */
  spread: Float64Array;
}

/**
 * Those integrals from `from` to `to` (0 to 1) for modes 1 to `modes`, in closed form: any X with X'''' = b^4 X has
 * int X^2 = x/4 (X^2 - 2 X' X'''/b^4 + X''^2/b^4) + (3 X X''' - X' X'')/(4 b^4) (after Felgar 1950, from memory;
 * derived again and checked against quadrature).
 */
export const stretch = (edge: PanelEdge, modes: number, from: number, to: number): EdgeStretch =>
  known(`${edge} ${modes} ${from} ${to}`, () => computeStretch(edge, modes, from, to));

/** Sheets of a grid, and bays alike, share their edges. */
const known = remembered<EdgeStretch>(4000);

function computeStretch(edge: PanelEdge, modes: number, from: number, to: number): EdgeStretch {
  const row = () => new Float64Array(modes + 1);
  const s: EdgeStretch = {
    square: row(),
    slope: row(),
    bend: row(),
    cross: row(),
    mean: row(),
    moment: row(),
    rise: row(),
    turn: row(),
    spread: row(),
  };
  const a = new Float64Array(4);
  const b = new Float64Array(4);
  for (let m = 1; m <= modes; m++) {
    const root = edgeRoot(edge, m);
    const b4 = root ** 4;
    edgeShape(edge, m, root, from, a);
    edgeShape(edge, m, root, to, b);
    s.square[m] = squareUpTo(b, to, b4) - squareUpTo(a, from, b4);
    s.slope[m] = slopeUpTo(b, to, b4) - slopeUpTo(a, from, b4);
    s.bend[m] = bendUpTo(b, to, b4) - bendUpTo(a, from, b4);
    s.cross[m] = b[0]! * b[1]! - a[0]! * a[1]! - s.slope[m]!;
    s.mean[m] = (b[3]! - a[3]!) / b4;
    const middle = (from + to) / 2;
    s.moment[m] = ((to - middle) * b[3]! - b[2]! - (from - middle) * a[3]! + a[2]!) / b4;
    s.rise[m] = b[0]! - a[0]!;
    s.turn[m] = b[1]! - a[1]!;
    s.spread[m] = (to - middle) * b[0]! - (from - middle) * a[0]! - s.mean[m]!;
  }
  return s;
}

const squareUpTo = (v: Float64Array, x: number, b4: number): number =>
  (x / 4) * (v[0]! ** 2 - (2 * v[1]! * v[3]!) / b4 + v[2]! ** 2 / b4) +
  (3 * v[0]! * v[3]! - v[1]! * v[2]!) / (4 * b4);

const slopeUpTo = (v: Float64Array, x: number, b4: number): number =>
  (3 * v[0]! * v[1]! - (v[2]! * v[3]!) / b4) / 4 +
  (x / 4) * (v[1]! ** 2 - 2 * v[0]! * v[2]! + v[3]! ** 2 / b4);

/** The first applied to X'', whose own derivatives are X''', b^4 X and b^4 X'. */
const bendUpTo = (v: Float64Array, x: number, b4: number): number =>
  (x / 4) * (v[2]! ** 2 - 2 * v[3]! * v[1]! + b4 * v[0]! ** 2) + (3 * v[2]! * v[1]! - v[3]! * v[0]!) / 4;
