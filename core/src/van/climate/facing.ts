import type { Shell, ZoneKind } from '../../model/index.ts';

/** Sun on a face against that on a level one, and what the face gives to the sky beyond the air, W/m2. */
export interface Facing {
  /** On it against a level face, 0 to 1. */
  sun: number;
  /** What it gives to the sky beyond the air, W/m2. */
  sky: number;
}

const LEVEL: Facing = { sun: 1, sky: 45 };
const UPRIGHT: Facing = { sun: 0.42, sky: 18 };
/** A windscreen, half way between. */
const RAKED: Facing = { sun: 0.65, sky: 30 };
const UNDER: Facing = { sun: 0, sky: 0 };

const FACING: Partial<Record<ZoneKind, Facing>> = {
  ceiling: LEVEL,
  'cab overhead': LEVEL,
  'cab roof': LEVEL,
  windscreen: RAKED,
  floor: UNDER,
  footwell: UNDER,
};

/** How a zone's skin faces sun and sky; by day and night, clouds counted in. Common practice, no source. */
export const facingOf = (kind: ZoneKind): Facing => FACING[kind] ?? UPRIGHT;

/** Share of the sun that a skin of this colour takes (handbook values for paint, from memory). */
export const ABSORPTANCE: Record<Shell['skin']['colour'], number> = { white: 0.3, grey: 0.6, black: 0.9 };

/** What a skin warms by, K, over the air outside: sun taken, less what the sky takes, through its outer film. */
export const solarGain = (facing: Facing, absorptance: number, sun: number, rse: number): number =>
  (absorptance * facing.sun * sun - facing.sky) * rse;
