import { STEFAN_BOLTZMANN } from '../air/index.ts';
import type { Direction } from './surface.ts';

export interface AirSpace {
  /** m, above 0. */
  thickness: number;
  /** Of the heat. */
  direction: Direction;
  /** Emissivities of the two faces. */
  emissivities: [number, number];
  /** Mean temperature of the space, degC. */
  mean?: number;
  /** Temperature difference across the space, K. */
  difference?: number;
}

/**
 * Thermal resistance of an unventilated air space, m2K/W (ISO 6946:2017 Annex D, from memory).
 * R = 1 / (h_a + h_r), h_r = E 4 sigma T^3, E = 1 / (1/e1 + 1/e2 - 1). Zero for no space.
 */
export function airSpaceResistance({
  thickness,
  direction,
  emissivities,
  mean = 10,
  difference = 5,
}: AirSpace): number {
  if (thickness <= 0) return 0;
  const [e1, e2] = emissivities;
  const radiative = (4 * STEFAN_BOLTZMANN * (mean + 273.15) ** 3) / (1 / e1 + 1 / e2 - 1);
  return 1 / (Math.max(convection(direction, thickness, difference), 0.025 / thickness) + radiative);
}

function convection(direction: Direction, d: number, dT: number): number {
  if (direction === 'horizontal') return dT <= 5 ? 1.25 : 0.73 * dT ** (1 / 3);
  if (direction === 'up') return dT <= 5 ? 1.95 : 1.14 * dT ** (1 / 3);
  return dT <= 5 ? 0.12 * d ** -0.44 : 0.09 * dT ** 0.187 * d ** -0.44;
}
