import type { Brief } from '../../model/index.ts';
import { type Air, saturationPressure } from '../../physics/air/index.ts';
import { climateOf, daysIn, seasonOf } from './climates.ts';
import { emptyAir, type Glass, NIGHT_HOURS, occupiedAir } from './indoor.ts';

/** The year starts in October, so that a dry start meets a whole winter. */
export const FIRST_MONTH = 9;

/** Variances and covariances of hours about their means: air outside, K; sun on a level face, W/m2; air inside, K and Pa. */
export interface Spread {
  /** Of the air outside, K2. */
  t: number;
  /** Of the sun, (W/m2)2. */
  sun: number;
  /** Of both together, K W/m2. */
  both: number;
  /** Of the air inside, K2. */
  inside: number;
  /** Of the air inside with that outside, K2. */
  insideT: number;
  /** Of the air inside with the sun, K W/m2. */
  insideSun: number;
  /** Of the vapour inside with the air outside, Pa K. */
  vapourT: number;
  /** Of the vapour inside with the sun, Pa W/m2. */
  vapourSun: number;
  /** Of the vapour outside with the air outside, Pa K. */
  outerT: number;
  /** Of the vapour outside with the sun, Pa W/m2. */
  outerSun: number;
}

/** One part of a month's hours: people inside at night, the empty van at night, the empty van by day. */
interface MonthRegime {
  kind: 'occupied' | 'empty night' | 'day' | 'noon';
  share: number;
  /** Mean sun on a level face in these hours, W/m2. */
  sun: number;
  outside: Air;
  inside: Air;
  /** How its hours spread about those means; not at all where left out. */
  spread?: Spread;
}

export interface Month {
  /** 0 for January. */
  month: number;
  /** How long it lasts, s. */
  seconds: number;
  /** Its parts, one after the other. */
  regimes: MonthRegime[];
}

/** Mean of cos over the 12 h centred on 02:00 when the daily minimum is at 03:00: (2/pi) cos(2 pi / 24). */
const NIGHT_SHARE_OF_SWING = (2 / Math.PI) * Math.cos((2 * Math.PI) / 24);
/** Hours about noon that get half of the day's sun (half a sine over 12 h: sin 30 deg), when the skin is hottest and dries. */
const NOON_HOURS = 4;
const NOON_SUN = 0.5;
const DAY_HOURS = 24 - NIGHT_HOURS - NOON_HOURS;
/** How far the closed, empty van stands above the air outside by day, K, for sun on a level face, W/m2: common practice, no source. */
export const emptyGain = (sun: number): number => (sun > 20 ? 3 + Math.min(8, sun / 60) : 0);

/** Twelve months from October as the brief is lived: outside and inside air of each regime. */
export function monthsOf(brief: Brief, glass: Glass): Month[] {
  const climate = climateOf(brief.climate);
  return Array.from({ length: 12 }, (_, i) => {
    const month = (FIRST_MONTH + i) % 12;
    const mean = climate.temperature[month]!;
    const p = climate.humidity[month]! * saturationPressure(mean);
    const swing = climate.swing[month]! * NIGHT_SHARE_OF_SWING;
    const night = air(mean - swing, p);
    const day = air(mean + swing, p);
    const daylight = (kind: 'day' | 'noon', hours: number, part: number): MonthRegime => {
      const sun = (part * climate.sun[month]! * 1000) / hours;
      return { kind, share: hours / 24, sun, outside: day, inside: emptyAir(day, emptyGain(sun)) };
    };
    const away = (brief.nights[seasonOf(month)] / 7) * (NIGHT_HOURS / 24);
    return {
      month,
      seconds: daysIn(month) * 86_400,
      regimes: [
        { kind: 'occupied', share: away, sun: 0, outside: night, inside: occupiedAir(brief, night, glass) },
        {
          kind: 'empty night',
          share: NIGHT_HOURS / 24 - away,
          sun: 0,
          outside: night,
          inside: emptyAir(night, 0),
        },
        daylight('day', DAY_HOURS, 1 - NOON_SUN),
        daylight('noon', NOON_HOURS, NOON_SUN),
      ],
    };
  });
}

/** The design night: outside air at 85 % humidity, people inside. */
export function designNight(brief: Brief, glass: Glass): { outside: Air; inside: Air } {
  const outside = air(brief.designNight, 0.85 * saturationPressure(brief.designNight));
  return { outside, inside: occupiedAir(brief, outside, glass) };
}

const air = (t: number, p: number): Air => ({ t, p: Math.min(p, saturationPressure(t)) });
