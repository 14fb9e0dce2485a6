import { concentration, DELTA_AIR, saturationPressure } from '../air/index.ts';
import { metBy, STILL, type Through } from './circulation.ts';
import type { Assembly } from './condensation.ts';

/** The stated leak, kg/m2. */
export const LEAK_WATER = 0.1;
/** Drying time a day, s: 8 h of warm skin. */
export const DRYING_SECONDS = 8 * 3600;
/** sd of the surface film: nothing dries through less, m. */
export const LEAST_SD = 0.01;

export interface Drying {
  /** Through the layers, kg/(m2 s). */
  diffusion: number;
  /** Through open joints, kg/(m2 s). */
  leakage: number;
  /** For the stated leak to dry; Infinity when nothing leaves. */
  days: number;
}

const SKIN = 30;
const ROOM = { t: 24, p: 0.5 * saturationPressure(24) };

/**
 * Summer days in which 100 g/m2 at the skin dries to the room, in closed form: 8 hours a day with the skin at
 * 30 degC against a room of 24 degC and 50 %, isothermal diffusion through the layers' sd plus what the air takes that
 * `leakAt` lets past the skin (for the skin and the room, degC; air from outdoors as the room's). Water held up on the
 * back of a lining on its way is not counted, so this is the short end. Infinity when nothing leaves.
 */
export function drying(
  assembly: Assembly,
  leakAt: (skin: number, room: number) => Through = () => STILL,
): Drying {
  const sdInside = assembly.layers.slice(1).reduce((sum, layer) => sum + layer.sd, 0);
  const diffusion = (DELTA_AIR * (saturationPressure(SKIN) - ROOM.p)) / Math.max(sdInside, LEAST_SD);
  const driving = concentration(saturationPressure(SKIN), SKIN) - concentration(ROOM.p, ROOM.t);
  const through = leakAt(SKIN, ROOM.t);
  const leakage = metBy(through) * (through.room + through.outside) * driving;
  const perDay = (diffusion + leakage) * DRYING_SECONDS;
  return { diffusion, leakage, days: perDay > 0 ? LEAK_WATER / perDay : Number.POSITIVE_INFINITY };
}
