/** Gas constant of water vapour, J/kgK. */
export const R_VAPOUR = 461.5;
/** Vapour permeability of still air, kg/(m s Pa) (ISO 13788:2012, from memory). */
export const DELTA_AIR = 2e-10;

/** Saturation vapour pressure, Pa, at t degC, -45 to 60 (ISO 13788:2012 Annex E, from memory). */
export const saturationPressure = (t: number): number =>
  t >= 0 ? 610.5 * Math.exp((17.269 * t) / (237.3 + t)) : 610.5 * Math.exp((21.875 * t) / (265.5 + t));

const STEPS = 64;
const COLDEST = -60;
const WARMEST = 90;
const TABLE = Float64Array.from({ length: (WARMEST - COLDEST) * STEPS + 2 }, (_, i) =>
  saturationPressure(COLDEST + i / STEPS),
);

/** `saturationPressure` off a table of 1/64 K steps, straight between them: within 6e-7 of it, several times as fast. */
export function saturationPressureFast(t: number): number {
  if (!(t > COLDEST && t < WARMEST)) return saturationPressure(t);
  const x = (t - COLDEST) * STEPS;
  const i = x | 0;
  const low = TABLE[i]!;
  return low + (x - i) * (TABLE[i + 1]! - low);
}

/** Dew (or frost) point, degC, of air with vapour pressure p, Pa; inverse of `saturationPressure`. */
export function dewPoint(p: number): number {
  const x = Math.log(p / 610.5);
  return x >= 0 ? (237.3 * x) / (17.269 - x) : (265.5 * x) / (21.875 - x);
}

/** Vapour concentration, kg/m3, of vapour at p Pa and t degC. */
export const concentration = (p: number, t: number): number => p / (R_VAPOUR * (t + 273.15));

/** Vapour pressure, Pa, of a concentration in kg/m3 at t degC. */
export const pressureOf = (v: number, t: number): number => v * R_VAPOUR * (t + 273.15);
