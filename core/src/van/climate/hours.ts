import type { Brief } from '../../model/index.ts';
import { concentration, pressureOf, saturationPressure } from '../../physics/air/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import { climateOf, daysIn, seasonOf } from './climates.ts';
import { emptyAir, type Glass, occupiedAir } from './indoor.ts';
import { emptyGain, FIRST_MONTH } from './months.ts';

const YEAR_HOURS = 8760;
const JANUARY_TO_OCTOBER = 273 * 24;

/** Weather hour by hour from 1 January, as a file gives it: degC, relative humidity 0 to 1, W/m2 on a level face. */
export interface Weather {
  /** degC by hour from 1 January. */
  temperature: Float64Array;
  /** Relative humidity, 0 to 1. */
  humidity: Float64Array;
  /** On a level face, W/m2. */
  sun: Float64Array;
}

/** A year from the first of October, hour by hour (values at the middle of each). */
export interface HourlyYear {
  /** degC by hour from 1 October. */
  outside: Float64Array;
  /** On a level face, W/m2. */
  sun: Float64Array;
  /** Vapour pressure outside, Pa. */
  vapourOutside: Float64Array;
  /** degC. */
  inside: Float64Array;
  /** Pressure inside, Pa. */
  vapour: Float64Array;
  /** 1 while people are inside. */
  occupied: Uint8Array;
  /** 0 for January. */
  month: Uint8Array;
}

/** So many hours of a year, from one on. */
export const hoursOf = (year: HourlyYear, from: number, hours: number): HourlyYear =>
  Object.fromEntries(
    Object.entries(year).map(([key, of]: [string, Float64Array]) => [key, of.slice(from, from + hours)]),
  ) as unknown as HourlyYear;

/**
 * The brief's climate and life as an hourly year: monthly means joined straight, the day's swing, and spells of
 * weather that last some days (a first-order chain from `seed`, standard deviation 3 K, taken off again in each
 * month's mean). People are inside from 20:00 to 08:00 on the nights of the brief, spread over the week, each whole: the
 * year's last night is the first morning's. By day the
 * closed van stands 3 K above outside, plus up to 8 K in the sun. Illustrative: no station's record.
 */
export function hourlyYear(brief: Brief, glass: Glass, seed = 1, weather?: Weather): HourlyYear {
  const climate = climateOf(brief.climate);
  const year: HourlyYear = {
    outside: new Float64Array(YEAR_HOURS),
    sun: new Float64Array(YEAR_HOURS),
    vapourOutside: new Float64Array(YEAR_HOURS),
    inside: new Float64Array(YEAR_HOURS),
    vapour: new Float64Array(YEAR_HOURS),
    occupied: new Uint8Array(YEAR_HOURS),
    month: new Uint8Array(YEAR_HOURS),
  };
  const random = generator(seed);
  let h = 0;
  let spell = 0;
  let d = 0;
  const nights = nightsAway(brief);
  for (let i = 0; i < 12; i++) {
    const month = (FIRST_MONTH + i) % 12;
    const days = daysIn(month);
    const spells = Array.from({ length: days }, () => {
      spell = 0.7 * spell + 3 * Math.sqrt(1 - 0.49) * normal(random);
      return spell;
    });
    const offset = spells.reduce((a, b) => a + b, 0) / days;
    for (let day = 0; day < days; day++) {
      const [morning, evening] = [nights.at(d - 1)!, nights[d]!];
      d++;
      const mean = between(climate.temperature, month, (day + 0.5) / days) + spells[day]! - offset;
      const cloud = Math.max(0.25, Math.min(1.75, 1 + 0.45 * normal(random)));
      for (let hour = 0; hour < 24 && h < YEAR_HOURS; hour++, h++) {
        const at = hour + 0.5;
        // A file begins in January, this year in October.
        const from = (h + JANUARY_TO_OCTOBER) % YEAR_HOURS;
        const t = weather
          ? weather.temperature[from]!
          : mean - climate.swing[month]! * Math.cos((2 * Math.PI * (at - 3)) / 24);
        const p = weather
          ? weather.humidity[from]! * saturationPressure(t)
          : Math.min(climate.humidity[month]! * saturationPressure(mean), saturationPressure(t));
        const outside = { t, p };
        const sun = weather ? weather.sun[from]! : climate.sun[month]! * cloud * dayShape(at, month) * 1000;
        year.vapourOutside[h] = p;
        const occupied = at > 20 ? evening : at < 8 && morning;
        const air = occupied ? occupiedAir(brief, outside, glass) : emptyAir(outside, emptyGain(sun));
        year.outside[h] = t;
        year.sun[h] = sun;
        year.inside[h] = air.t;
        year.vapour[h] = occupied
          ? air.p
          : Math.min(0.95 * saturationPressure(air.t), pressureOf(concentration(p, t) + 0.0005, air.t));
        year.occupied[h] = occupied ? 1 : 0;
        year.month[h] = month;
      }
    }
  }
  return year;
}

/** Whether people stay the night that begins on each day of the year from 1 October: as often as the brief says, evenly. */
function nightsAway(brief: Brief): boolean[] {
  let owed = 0;
  return Array.from({ length: 12 }, (_, i) => (FIRST_MONTH + i) % 12).flatMap(month =>
    Array.from({ length: daysIn(month) }, () => {
      owed += brief.nights[seasonOf(month)] / 7;
      if (owed < 1 - ROUNDING) return false;
      owed -= 1;
      return true;
    }),
  );
}

/** Straight between the middles of months. */
function between(values: readonly number[], month: number, share: number): number {
  const other = share < 0.5 ? (month + 11) % 12 : (month + 1) % 12;
  const w = Math.abs(share - 0.5);
  return values[month]! * (1 - w) + values[other]! * w;
}

/** Share of the day's sun in one hour, 1/h: half a sine over a day of 8 h in December to 16 h in June. */
const dayShape = (hour: number, month: number): number =>
  halfSine(hour - 12, 12 + 4 * Math.cos((2 * Math.PI * (month - 5.5)) / 12));

/** Share of the day's sun in the hour about `fromNoon` (h), 1/h, on a day of so many hours of light. */
export function halfSine(fromNoon: number, light: number): number {
  const x = fromNoon / light;
  return Math.abs(x) < 0.5 ? (Math.PI / (2 * light)) * Math.cos(Math.PI * x) : 0;
}

/** Lehmer's generator, 0 to 1: the same year for the same seed on every machine. */
function generator(seed: number): () => number {
  let state = (seed % 2_147_483_646) + 1;
  return () => {
    state = (state * 48_271) % 2_147_483_647;
    return state / 2_147_483_647;
  };
}

const normal = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(Math.max(1e-12, random()))) * Math.cos(2 * Math.PI * random());

/** What the simulated station has recorded: the climate's year from 1 January, as a weather file holds it. */
export function stationYear(brief: Brief, seed = 1): Weather & { place: string } {
  const year = hourlyYear(brief, { area: 0, fRsi: 1 }, seed);
  const turned = (values: Float64Array) =>
    Float64Array.from(values, (_, h) => values[(h + YEAR_HOURS - JANUARY_TO_OCTOBER) % YEAR_HOURS]!);
  const temperature = turned(year.outside);
  const vapour = turned(year.vapourOutside);
  return {
    place: `Illustrative: ${climateOf(brief.climate).label}`,
    temperature,
    humidity: temperature.map((t, h) => Math.min(1, vapour[h]! / saturationPressure(t))),
    sun: turned(year.sun),
  };
}
