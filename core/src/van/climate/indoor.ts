import type { Brief } from '../../model/index.ts';
import {
  type Air,
  concentration,
  MASS_TRANSFER,
  pressureOf,
  saturationPressure,
} from '../../physics/air/index.ts';

/** Glass that takes water out of the cabin air. */
export interface Glass {
  /** m2. */
  area: number;
  /** Temperature factor of its inner face, 0 to 1. */
  fRsi: number;
}

/** Hours people are inside on a night away. */
export const NIGHT_HOURS = 12;
/** Water of burnt gas, kg/kWh (handbook value, from memory). */
export const FLAME_WATER = 0.13;
const UNFLUED_KWH_PER_HOUR = 1.5;
/** A cooked meal: steam, kg, and what the hob takes, kWh, by gas (two fifths of it into the pot) and by electricity. */
const MEAL_STEAM = 0.15;
const MEAL_KWH = { none: 0, gas: 0.5, electric: 0.25 } as const;
/** Heat that steam carries, kWh/kg. */
const STEAM_KWH = 2.5 / 3.6;
/** What sleepers alone warm a small lined cabin by, K: common practice, no source. */
const UNHEATED_GAIN = 5;

/**
 * Water given off inside, kg/s, averaged over a 12 h night: per person 8 h asleep at 40 g/h and 4 h awake at
 * 60 g/h; a cooked meal a night of 150 g steam each, plus 0.13 kg per kWh of gas burnt in the cabin (0.5 kWh a
 * meal); an unflued heater burns 1.5 kWh an hour. Common practice and handbook values, from memory.
 */
export function moistureProduction(brief: Brief): number {
  const people = (brief.people * (8 * 0.04 + 4 * 0.06)) / NIGHT_HOURS;
  const steam = brief.cooking === 'none' ? 0 : (brief.people * MEAL_STEAM) / NIGHT_HOURS;
  const burnt = brief.cooking === 'gas' ? (brief.people * MEAL_KWH.gas * FLAME_WATER) / NIGHT_HOURS : 0;
  const heater = brief.heating === 'unflued gas' ? UNFLUED_KWH_PER_HOUR * FLAME_WATER : 0;
  return (people + steam + burnt + heater) / 3600;
}

/**
 * Heat that cooking leaves in the air, W, averaged over a 12 h night: what the hob takes (a gas's lower heating value)
 * less what leaves as steam. Common practice, no source.
 */
export function cookingHeat({ cooking, people }: Pick<Brief, 'cooking' | 'people'>): number {
  if (cooking === 'none') return 0;
  return (people * (MEAL_KWH[cooking] - MEAL_STEAM * STEAM_KWH) * 1000) / NIGHT_HOURS;
}

/**
 * Cabin air with people inside: ventilation carries the water out, and the coldest surface (the glass) takes
 * its share once it is below the dew point. Capped at 95 % relative humidity.
 */
export function occupiedAir(brief: Brief, outside: Air, glass: Glass): Air {
  const production = moistureProduction(brief);
  const flow = brief.ventilation / 1000;
  const t = brief.heating === 'none' ? outside.t + UNHEATED_GAIN : Math.max(brief.cabin, outside.t);
  const vOutside = concentration(outside.p, outside.t);
  const dry = vOutside + production / flow;
  const paneT = outside.t + glass.fRsi * (t - outside.t);
  const vPane = concentration(saturationPressure(paneT), paneT);
  const exchange = MASS_TRANSFER * glass.area;
  const v = dry > vPane ? (production + flow * vOutside + exchange * vPane) / (flow + exchange) : dry;
  return { t, p: Math.min(pressureOf(v, t), 0.95 * saturationPressure(t)) };
}

/** Air in the closed, empty van: `gain` K above outside, 0.5 g/m3 more vapour, at most 95 % humid. */
export function emptyAir(outside: Air, gain: number): Air {
  const t = outside.t + gain;
  const v = concentration(outside.p, outside.t) + 0.0005;
  return { t, p: Math.min(pressureOf(v, t), 0.95 * saturationPressure(t)) };
}
