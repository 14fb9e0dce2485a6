import type { Cab, Front } from '../../model/index.ts';
import { AIR_CAPACITY, DELTA_AIR, exchangeFlow, R_VAPOUR } from '../../physics/air/index.ts';

/** What passes between the air of the load space and that of the cab. */
export interface FrontPass {
  /** Through cloth or panel, W/K. */
  conductance: number;
  /** Of the opening air passes by buoyancy, m2, and how high it is, m. */
  opening: number;
  /** Of the opening, m. */
  height: number;
  /** Vapour that cloth lets through, as so much air exchanged, m3/s. */
  seeps: number;
}

/** What of the passage stays open over seats that face forward, and turned. Common practice, no source. */
const OPEN_SHARE = { open: 0.65, 'swivelled seats': 0.9 } as const;
/**
 * Curtains: resistance of the cloth, m2K/W; its sd, m; and gaps at edges, floor and rail for a metre of its height, m.
 * Common practice, no source.
 */
const CURTAINS = {
  'thin curtain': { resistance: 0.03, sd: 0.02, gap: 0.08 },
  'heavy curtain': { resistance: 0.15, sd: 0.1, gap: 0.025 },
} as const;
/** Grommets, seat rails and seams of a bulkhead, m2. Common practice, no source. */
const BULKHEAD_LEAK = 0.0015;
/** Film on either side, m2K/W (ISO 6946:2017 Table 7, from memory). */
export const FILM = 0.13;
/** At which cloth's vapour is reckoned, K. */
const TYPICAL = 283;

/** A front of this kind in a passage of this size; a bulkhead by what its zone conducts, W/K, a bare sheet where it has none (0). */
export function frontPass(front: Front, passage: Cab['passage'], bulkhead: number): FrontPass {
  const height = passage.height.value;
  const area = passage.width.value * height;
  if (front === 'bulkhead') {
    const conductance = bulkhead > 0 ? bulkhead : area / (2 * FILM);
    return { conductance, opening: BULKHEAD_LEAK, height, seeps: 0 };
  }
  if (front === 'open' || front === 'swivelled seats')
    return { conductance: 0, opening: OPEN_SHARE[front] * area, height, seeps: 0 };
  const { resistance, sd, gap } = CURTAINS[front];
  return {
    conductance: area / (2 * FILM + resistance),
    opening: gap * height,
    height,
    seeps: (area * DELTA_AIR * R_VAPOUR * TYPICAL) / sd,
  };
}

/** Air that passes each way for the temperatures on either side, m3/s. */
export const passing = ({ opening, height }: FrontPass, load: number, cab: number): number =>
  exchangeFlow(opening, height, load, cab);

/** Heat that passes for each kelvin between them, W/K. */
export const conducts = (pass: FrontPass, load: number, cab: number): number =>
  pass.conductance + AIR_CAPACITY * passing(pass, load, cab);

/**
 * Where the cab's air stands between outside (0) and the load space (1) when nothing changes: what comes through the
 * front is what a cab of so many W/K loses. With flow by the root of the difference, found by bisection.
 */
export function cabFactor(pass: FrontPass, cabLoss: number, load: number, outside: number): number {
  if (cabLoss <= 0) return 1;
  let [low, high] = [0, 1];
  for (let i = 0; i < 60; i++) {
    const f = (low + high) / 2;
    const cab = outside + f * (load - outside);
    if (conducts(pass, load, cab) * (1 - f) > cabLoss * f) low = f;
    else high = f;
  }
  return (low + high) / 2;
}
