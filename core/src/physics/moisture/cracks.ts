import { DISCHARGE } from '../air/index.ts';

/** Viscosity, Pa s, and density, kg/m3, of air in a joint. */
const VISCOSITY = 1.8e-5;
const DENSITY = 1.2;
/** Loss where air enters and leaves a straight joint, in velocity heads, and at every bend. */
const ENDS = 1.5;
const BEND = 1;

/** Pressure that a flow q takes, Pa: linear q + square q |q|; q in m3/s, of whatever the law was made for. */
export interface FlowLaw {
  /** Friction, Pa s/m3. */
  linear: number;
  /** Ends and bends, Pa s2/m6. */
  square: number;
}

/** A joint that air can pass, lengths in m. */
export interface Crack {
  /** Along the way of the air. */
  depth: number;
  /** Between its faces. */
  width: number;
  /** Of the joint. */
  length: number;
  /** How often the air turns on its way. */
  bends: number;
}

/** Never any flow. */
export const SHUT: FlowLaw = { linear: Number.POSITIVE_INFINITY, square: Number.POSITIVE_INFINITY };

/**
 * Flow through a joint with friction along it and losses at its ends: dP = 12 mu z/(L d3) Q + rho C/(2 d2 L2) Q2, C 1.5
 * and one more for every bend (Baker, Sharples and Ward 1987, Building and Environment 22, from memory).
 */
export function crackLaw({ depth, width, length, bends }: Crack): FlowLaw {
  if (length <= 0 || width <= 0) return SHUT;
  return {
    linear: (12 * VISCOSITY * depth) / (length * width ** 3),
    square: (DENSITY * (ENDS + BEND * bends)) / (2 * width ** 2 * length ** 2),
  };
}

/** Flow through a sharp-edged hole of so many m2 in something thin: the most that a joint of any depth can pass. */
export const orificeLaw = (area: number, density = DENSITY): FlowLaw =>
  area > 0 ? { linear: 0, square: density / (2 * (DISCHARGE * area) ** 2) } : SHUT;

/** A sharp-edged hole in something so thick, m: an orifice with a little friction. Per m2 of what it opens into, so many m2 of it. */
export function holeLaw(width: number, height: number, depth: number, per: number): FlowLaw {
  const [narrow, wide] = [Math.min(width, height), Math.max(width, height) / per];
  const { square } = orificeLaw(narrow * wide);
  return { linear: crackLaw({ depth, width: narrow, length: wide, bends: 0 }).linear, square };
}

/** One after the other: the same air passes them all. */
export const inSeries = (...laws: readonly FlowLaw[]): FlowLaw =>
  laws.reduce((a, b) => ({ linear: a.linear + b.linear, square: a.square + b.square }));

/** Flow that a pressure drives, m3/s, with its sign. */
export function flowUnder({ linear, square }: FlowLaw, pressure: number): number {
  const size = Math.abs(pressure);
  if (size === 0 || linear === Number.POSITIVE_INFINITY) return 0;
  return (2 * pressure) / (linear + Math.sqrt(linear * linear + 4 * square * size));
}
