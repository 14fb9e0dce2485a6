import { airDensity } from '../air/index.ts';

const GRAVITY = 9.81;
const DISCHARGE = 0.6;

export interface Leak {
  /** Length of joints in the airtight layer, m per m2. */
  seamLength: number;
  /** Width of an open joint, m. */
  gap: number;
  /** Share of the joint length that is open: 1 - seal quality. */
  missed: number;
  /** Height between the upper and the lower openings, m. */
  height: number;
  /** degC. */
  room: number;
  /** degC. */
  cavity: number;
  /** What the air has to pass behind the lining: flow resistivity Pa s/m2 over a depth in m; null if empty. */
  fill: { resistivity: number; depth: number } | null;
}

/**
 * Air that circulates behind a lining by buoyancy, m3/s per m2: half of the open joint takes it in, half lets it
 * out, in series with the fill. dP = g h |rho_c - rho_r| = rho (q / (Cd A/2))^2 + r h^2 q / d.
 * Orifice flow and Darcy's law; Cd 0.6. All of it is taken to pass the cold skin: an upper bound.
 */
export function leakFlow({ seamLength, gap, missed, height, room, cavity, fill }: Leak): number {
  const half = (seamLength * gap * missed) / 2;
  const pressure = GRAVITY * height * Math.abs(airDensity(cavity) - airDensity(room));
  if (half <= 0 || pressure <= 0) return 0;
  const density = (airDensity(cavity) + airDensity(room)) / 2;
  const a = density / (DISCHARGE * half) ** 2;
  const b = fill ? (fill.resistivity * height ** 2) / fill.depth : 0;
  return (2 * pressure) / (b + Math.sqrt(b * b + 4 * a * pressure));
}
