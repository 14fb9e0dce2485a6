import { AIR, airFluid, type Fluid, miki, Z_AIR } from './porous.ts';

/** One thing sound passes, from outside to the room. */
export type Element =
  /** A thin plate: kg/m2, bending stiffness in N m with its loss factor. Limp where that is 0. */
  | { by: 'plate'; mass: number; stiffness: number; lossFactor: number }
  /** Air, or a porous layer by its flow resistivity, Pa s/m2: m thick. */
  | { by: 'fluid'; thickness: number; resistivity: number | null }
  /** A springy layer: Pa/m with its loss factor, and its mass, half of it on either face. */
  | { by: 'spring'; stiffness: number; lossFactor: number; mass: number };

/** Angles of a diffuse field, to 78 degrees: beyond, a panel of finite size is hardly met (common practice). */
const WIDEST = (78 * Math.PI) / 180;

/** A 2 x 2 complex matrix between pressure and velocity on both sides: re and im of 11, 12, 21, 22. */
export type Transfer = Float64Array;

const unit = (out: Transfer) => {
  out.fill(0);
  out[0] = 1;
  out[6] = 1;
};

/** out = a b; out may not be one of them. */
function multiply(a: Transfer, b: Transfer, out: Transfer): void {
  for (let r = 0; r < 2; r++)
    for (let c = 0; c < 2; c++) {
      let [re, im] = [0, 0];
      for (let k = 0; k < 2; k++) {
        const [ar, ai] = [a[4 * r + 2 * k]!, a[4 * r + 2 * k + 1]!];
        const [br, bi] = [b[4 * k + 2 * c]!, b[4 * k + 2 * c + 1]!];
        re += ar * br - ai * bi;
        im += ar * bi + ai * br;
      }
      out[4 * r + 2 * c] = re;
      out[4 * r + 2 * c + 1] = im;
    }
}

/** Fills in the matrix of one element at `f` Hz, for a wave whose trace along it has wavenumber `kt`. */
function elementMatrix(e: Element, f: number, kt: number, fluid: Fluid | null, out: Transfer): void {
  const w = 2 * Math.PI * f;
  unit(out);
  if (e.by === 'plate') {
    // i w m + D (1 + i eta) kt^4 / (i w)
    const bend = (e.stiffness * kt ** 4) / w;
    out[2] = bend * e.lossFactor;
    out[3] = w * e.mass - bend;
    return;
  }
  if (e.by === 'spring') {
    // Mass halves round i w / s.
    const s2 = e.stiffness * (1 + e.lossFactor ** 2);
    const [yr, yi] = [(w * e.lossFactor) / s2, w / s2];
    const z = (w * e.mass) / 2;
    // [[1, iz], [0, 1]] [[1, 0], [y, 1]] [[1, iz], [0, 1]]
    const [cr, ci] = [1 - z * yi, z * yr];
    out[0] = cr;
    out[1] = ci;
    out[2] = -z * ci;
    out[3] = z * (1 + cr);
    out[4] = yr;
    out[5] = yi;
    out[6] = cr;
    out[7] = ci;
    return;
  }
  const { impedance: zc, wavenumber: k } = fluid!;
  // kz = sqrt(k^2 - kt^2), the root that decays.
  const [qr, qi] = [k.re * k.re - k.im * k.im - kt * kt, 2 * k.re * k.im];
  const size = Math.hypot(qr, qi);
  const kr = Math.sqrt(Math.max(0, (size + qr) / 2));
  const ki = -Math.sqrt(Math.max(0, (size - qr) / 2));
  // Z = Zc k / kz
  const [nr, ni] = [zc.re * k.re - zc.im * k.im, zc.re * k.im + zc.im * k.re];
  const k2 = kr * kr + ki * ki;
  const [zr, zi] = [(nr * kr + ni * ki) / k2, (ni * kr - nr * ki) / k2];
  const [a, b] = [kr * e.thickness, ki * e.thickness];
  const [ch, sh] = [Math.cosh(b), Math.sinh(b)];
  const [cr, ci] = [Math.cos(a) * ch, -Math.sin(a) * sh];
  const [sr, si] = [Math.sin(a) * ch, Math.cos(a) * sh];
  // i Z sin and i sin / Z
  const z2 = zr * zr + zi * zi;
  out[0] = cr;
  out[1] = ci;
  out[2] = -(zr * si + zi * sr);
  out[3] = zr * sr - zi * si;
  out[4] = -(si * zr - sr * zi) / z2;
  out[5] = (sr * zr + si * zi) / z2;
  out[6] = cr;
  out[7] = ci;
}

/** Fluids of the elements at `f` Hz. */
const fluidsAt = (elements: readonly Element[], f: number): (Fluid | null)[] =>
  elements.map(e =>
    e.by !== 'fluid' ? null : e.resistivity === null ? airFluid(f) : miki(f, e.resistivity),
  );

/** Matrix of all elements in turn at `f` Hz and `angle` rad from the normal. */
export function transferMatrix(elements: readonly Element[], f: number, angle: number): Transfer {
  const total = new Float64Array(8);
  chain(elements, fluidsAt(elements, f), f, angle, total, [new Float64Array(8), new Float64Array(8)]);
  return total;
}

function chain(
  elements: readonly Element[],
  fluids: readonly (Fluid | null)[],
  f: number,
  angle: number,
  total: Transfer,
  [one, next]: readonly [Transfer, Transfer],
): void {
  const kt = ((2 * Math.PI * f) / AIR.speed) * Math.sin(angle);
  unit(total);
  for (let i = 0; i < elements.length; i++) {
    elementMatrix(elements[i]!, f, kt, fluids[i]!, one);
    multiply(total, one, next);
    total.set(next);
  }
}

/**
 * Share of sound power that passes in a diffuse field at `f` Hz, 0 to 1: |2 / (T11 + T12 cos / Z + T21 Z / cos +
 * T22)|^2 over angles to 78 degrees, weighted by sin cos, at `points` of them.
 */
export function transmitted(elements: readonly Element[], f: number, points: number): number {
  const fluids = fluidsAt(elements, f);
  const t = new Float64Array(8);
  const scratch = [new Float64Array(8), new Float64Array(8)] as const;
  let [sum, weights] = [0, 0];
  for (let i = 0; i < points; i++) {
    const angle = (WIDEST * i) / (points - 1);
    const weight = Math.sin(angle) * Math.cos(angle) * (i === 0 || i === points - 1 ? 0.5 : 1);
    if (weight === 0) continue;
    const c = Math.cos(angle);
    chain(elements, fluids, f, angle, t, scratch);
    const re = t[0]! + (t[2]! * c) / Z_AIR + (t[4]! * Z_AIR) / c + t[6]!;
    const im = t[1]! + (t[3]! * c) / Z_AIR + (t[5]! * Z_AIR) / c + t[7]!;
    sum += (weight * 4) / (re * re + im * im);
    weights += weight;
  }
  return sum / weights;
}

/** Octaves transmission is told in, Hz. */
export const NOISE_OCTAVES = [63, 125, 250, 500, 1000, 2000, 4000] as const;

/** Transmission loss by octave, dB: of the mean of the transmitted share at `lines` tones a band. */
export function transmissionLoss(elements: readonly Element[], points = 79, lines = 12): number[] {
  return NOISE_OCTAVES.map(middle => {
    let sum = 0;
    for (let i = 0; i < lines; i++)
      sum += transmitted(elements, middle * 2 ** ((i + 0.5) / lines - 0.5), points);
    return -10 * Math.log10(sum / lines);
  });
}

/** Field-incidence mass law in closed form, dB: `mass` in kg/m2, without stiffness. */
export function massLaw(mass: number, f: number): number {
  const a2 = ((Math.PI * f * mass) / Z_AIR) ** 2;
  const q = Math.cos(WIDEST) ** 2;
  return -10 * Math.log10(Math.log((1 + a2) / (1 + a2 * q)) / (a2 * (1 - q)));
}

/**
 * Frequency at which two masses (kg/m2) swing against what lies between them, Hz: (1 / 2 pi) sqrt(s (1/m1 + 1/m2)),
 * s in Pa/m. There a lining lets more through than none.
 */
export const massAirMass = (m1: number, m2: number, stiffness: number): number =>
  Math.sqrt(stiffness * (1 / m1 + 1 / m2)) / (2 * Math.PI);

/** Stiffness of enclosed air, Pa/m: rho c^2 / d; of air in fibre, which stays as warm as the fibre, p0 / d. */
export const airStiffness = (thickness: number, filled: boolean): number =>
  (filled ? 101_325 : AIR.density * AIR.speed ** 2) / thickness;

/**
 * Share of diffuse sound a surface takes up at `f` Hz, 0 to 1: `elements` from the room inwards, on a rigid back. Over
 * angles to 78 degrees. `normal` takes the straight one alone.
 */
export function absorbed(elements: readonly Element[], f: number, points = 40, normal = false): number {
  const fluids = fluidsAt(elements, f);
  const t = new Float64Array(8);
  const scratch = [new Float64Array(8), new Float64Array(8)] as const;
  let [sum, weights] = [0, 0];
  for (let i = 0; i < (normal ? 1 : points); i++) {
    const angle = normal ? 0 : (WIDEST * (i + 0.5)) / points;
    const c = Math.cos(angle);
    const weight = normal ? 1 : Math.sin(angle) * c;
    chain(elements, fluids, f, angle, t, scratch);
    // Surface impedance T11 / T21.
    const d = t[4]! * t[4]! + t[5]! * t[5]!;
    const zr = ((t[0]! * t[4]! + t[1]! * t[5]!) / d) * c;
    const zi = ((t[1]! * t[4]! - t[0]! * t[5]!) / d) * c;
    const r = ((zr - Z_AIR) ** 2 + zi * zi) / ((zr + Z_AIR) ** 2 + zi * zi);
    sum += weight * (1 - r);
    weights += weight;
  }
  return sum / weights;
}
