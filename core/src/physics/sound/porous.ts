import type { Complex } from './layers.ts';

/** Air at 20 degC: density, kg/m3, and speed of sound, m/s. */
export const AIR = { density: 1.204, speed: 343.2 } as const;

/** Characteristic impedance of air, Pa s/m. */
export const Z_AIR = AIR.density * AIR.speed;

/** A fluid that stands for a porous layer, with exp(+i w t): both imaginary parts are negative. */
export interface Fluid {
  /** Characteristic impedance, Pa s/m. */
  impedance: Complex;
  /** Wavenumber, 1/m. */
  wavenumber: Complex;
}

/** Air itself, with a little loss so that nothing rings for ever. */
export function airFluid(f: number): Fluid {
  const k = (2 * Math.PI * f) / AIR.speed;
  return { impedance: { re: Z_AIR, im: 0 }, wavenumber: { re: k, im: -0.002 * k } };
}

/**
 * A porous layer of flow resistivity `sigma` (Pa s/m2) at `f` Hz by Miki 1990: 0.070 and 0.107, -0.632; 0.109 and 0.160,
 * -0.618 (from memory). Valid for f / sigma of 0.01 to 1, usable somewhat below.
 */
export function miki(f: number, sigma: number): Fluid {
  const x = f / sigma;
  const [z, k] = [x ** -0.632, x ** -0.618];
  const k0 = (2 * Math.PI * f) / AIR.speed;
  return {
    impedance: { re: Z_AIR * (1 + 0.07 * z), im: -Z_AIR * 0.107 * z },
    wavenumber: { re: k0 * (1 + 0.109 * k), im: -k0 * 0.16 * k },
  };
}

/**
 * The same by Delany and Bazley 1970: 0.0571 X^-0.754, 0.087 X^-0.732; 0.0978 X^-0.700, 0.189 X^-0.595, with
 * X = rho f / sigma (from memory), valid for X of 0.01 to 1. A second method to hold the first against.
 */
export function delanyBazley(f: number, sigma: number): Fluid {
  const x = (AIR.density * f) / sigma;
  const k0 = (2 * Math.PI * f) / AIR.speed;
  return {
    impedance: { re: Z_AIR * (1 + 0.0571 * x ** -0.754), im: -Z_AIR * 0.087 * x ** -0.732 },
    wavenumber: { re: k0 * (1 + 0.0978 * x ** -0.7), im: -k0 * 0.189 * x ** -0.595 },
  };
}
