/** A complex number. */
export interface Complex {
  /** Real part. */
  re: number;
  /** Imaginary part. */
  im: number;
}

/**
 * Complex bending stiffness of a plate with a free layer on it over that of the bare plate (Oberst 1952, from memory):
 * (1 + 4 e h + 6 e h^2 + 4 e h^3 + e^2 h^4) / (1 + e h), with e = E2 (1 + i eta2) / E1 and h = h2 / h1. Equal Poisson
 * ratios assumed.
 */
export function freeLayer(e: number, lossFactor: number, h: number): Complex {
  const [er, ei] = [e, e * lossFactor];
  const [sr, si] = [er * er - ei * ei, 2 * er * ei];
  const linear = 4 * h + 6 * h * h + 4 * h ** 3;
  const [nr, ni] = [1 + linear * er + h ** 4 * sr, linear * ei + h ** 4 * si];
  const [dr, di] = [1 + er * h, ei * h];
  const d2 = dr * dr + di * di;
  return { re: (nr * dr + ni * di) / d2, im: (ni * dr - nr * di) / d2 };
}

/** A viscoelastic layer that is sheared between the skin and a stiff facing. */
export interface Constrained {
  /** m. */
  core: number;
  /** Shear modulus at 100 Hz and 20 degC, Pa. */
  shear: number;
  /** Loss factor in shear. */
  lossFactor: number;
  /** K by which it has to warm to soften tenfold. */
  softensBy: number;
  /** The facing. */
  facing: { thickness: number; modulus: number; poisson: number; density: number };
  /** kg/m3, of the core. */
  density: number;
}

/** kg/m2. */
export const constrainedMass = ({ core, density, facing }: Constrained): number =>
  core * density + facing.thickness * facing.density;

/**
 * Real shear modulus, Pa, at `f` Hz and `t` degC: G100 (f / 100)^n, n = (2 / pi) atan(eta), which holds the loss factor
 * constant and is causal; softening tenfold every `softensBy` K.
 */
export const shearModulus = (layer: Constrained, f: number, t: number): number => shearCurve(layer, t)(f);

/** The same at one temperature, as a function of frequency. */
export function shearCurve({ shear, lossFactor, softensBy }: Constrained, t: number): (f: number) => number {
  const n = (2 / Math.PI) * Math.atan(lossFactor);
  const at1 = Math.log(shear) + ((20 - t) / softensBy) * Math.LN10 - n * Math.log(100);
  return f => Math.exp(at1 + n * Math.log(f));
}

/** What a constrained layer adds to a plate, apart from its frequency. */
export interface Sandwich {
  /** d^2 K1 K3 / (K1 + K3): stiffness gained when nothing shears, N m. */
  coupled: number;
  /** The facing's own bending stiffness, N m. */
  facing: number;
  /** (1 / K1 + 1 / K3) / h2: shear modulus over this is the square of 1 / shear-lag length, 1/N. */
  compliance: number;
}

/** The constants of Ross, Kerwin and Ungar (1959, from memory) for a skin with a constrained layer on it. */
export function sandwich(
  skin: { modulus: number; poisson: number; thickness: number },
  layer: Constrained,
): Sandwich {
  const extension = (p: { modulus: number; poisson: number; thickness: number }) =>
    (p.modulus * p.thickness) / (1 - p.poisson ** 2);
  const [k1, k3] = [extension(skin), extension(layer.facing)];
  const d = layer.core + (skin.thickness + layer.facing.thickness) / 2;
  return {
    coupled: (d * d * k1 * k3) / (k1 + k3),
    facing: (k3 * layer.facing.thickness ** 2) / 12,
    compliance: (1 / k1 + 1 / k3) / layer.core,
  };
}

/** Length over which strain builds up in from a free edge of the facing, m, at `f` Hz and `t` degC. */
export function shearLag(
  skin: Parameters<typeof sandwich>[0],
  layer: Constrained,
  f: number,
  t: number,
): number {
  return 1 / Math.sqrt(shearModulus(layer, f, t) * sandwich(skin, layer).compliance);
}

/** A plate wholly covered by a constrained layer, at one wavenumber. */
export interface CoveredMode {
  /** Hz. */
  frequency: number;
  /** Composite, 0 to 1. */
  lossFactor: number;
  /** Over the bare plate's. */
  stiffness: number;
}

/**
 * Frequency and loss factor of a bending wave of wavenumber `k` (1/m) on a plate wholly covered: iterated, since the
 * shear modulus depends on the frequency it gives. B = B0 (1 + Y X / (1 + X)), X = G (1 + i eta) compliance / k^2.
 */
export function coveredMode(
  skin: { modulus: number; poisson: number; thickness: number; density: number },
  layer: Constrained,
  k: number,
  t = 20,
): CoveredMode {
  const { coupled, facing, compliance } = sandwich(skin, layer);
  const bare = (skin.modulus * skin.thickness ** 3) / (12 * (1 - skin.poisson ** 2));
  const mass = skin.density * skin.thickness + constrainedMass(layer);
  let f = (k * k * Math.sqrt((bare + facing) / mass)) / (2 * Math.PI);
  for (let i = 0; ; i++) {
    const x = (shearModulus(layer, f, t) * compliance) / (k * k);
    const y = x * layer.lossFactor;
    // X / (1 + X) of a complex X.
    const d2 = (1 + x) ** 2 + y * y;
    const re = bare + facing + (coupled * (x * (1 + x) + y * y)) / d2;
    const im = (coupled * y) / d2;
    const next = (k * k * Math.sqrt(re / mass)) / (2 * Math.PI);
    if (Math.abs(next - f) < 1e-10 * f || i > 60)
      return { frequency: next, lossFactor: im / re, stiffness: re / bare };
    f = next;
  }
}

/** The same of a free wave at `f` Hz, whose wavenumber follows from the stiffness it gives. */
export function coveredWave(
  skin: { modulus: number; poisson: number; thickness: number; density: number },
  layer: Constrained,
  f: number,
  t = 20,
): CoveredMode {
  const bare = (skin.modulus * skin.thickness ** 3) / (12 * (1 - skin.poisson ** 2));
  const mass = skin.density * skin.thickness + constrainedMass(layer);
  const w = 2 * Math.PI * f;
  let [low, high] = [0.1, 10_000];
  // The frequency of a covered mode rises with its wavenumber.
  for (let i = 0; i < 60; i++) {
    const k = Math.sqrt(low * high);
    if (coveredMode(skin, layer, k, t).frequency < f) low = k;
    else high = k;
  }
  const found = coveredMode(skin, layer, Math.sqrt(low * high), t);
  return { ...found, stiffness: (w * w * mass) / (low * high) ** 2 / bare };
}
