import { STEFAN_BOLTZMANN } from '../air/index.ts';

/** Direction of heat flow through a zone: up through a ceiling, down through a floor. */
export type Direction = 'up' | 'horizontal' | 'down';

/** Inside surface resistance, m2K/W (ISO 6946:2017 Table 7, from memory). */
export const RSI: Record<Direction, number> = { up: 0.1, horizontal: 0.13, down: 0.17 };

/** Outside surface resistance of a parked van, m2K/W, in a wind of about 4 m/s (ISO 6946:2017 Table 7, from memory). */
export const RSE = 0.04;

/** The same in a wind of `wind` m/s at `t` degC: h_c = 4 + 4 v, radiation at 0.9 (ISO 6946:2017 Annex C, from memory). */
export const outsideResistance = (wind: number, t: number): number =>
  1 / (4 + 4 * wind + 0.9 * 4 * STEFAN_BOLTZMANN * (t + 273.15) ** 3);
