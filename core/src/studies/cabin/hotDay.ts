import type { Brief } from '../../model/index.ts';
import { saturationPressure } from '../../physics/air/index.ts';
import { climateOf, halfSine } from '../../van/climate/index.ts';
import { inWind } from './inWind.ts';
import type { VanModel } from './vanModel.ts';
import { VanState } from './vanState.ts';

/** How the van stands on a hot day. */
export interface HotDayChoice {
  /** Share of sun and sky that reaches it: 1 in the open, about 0.15 under trees or an awning. */
  open: number;
  /** Fresh air in m3/s, as a roof vent or fan gives it. */
  air: number;
}

export interface HotDay {
  /** Of the day, at each step's end. */
  hours: number[];
  /** degC at each step. */
  outside: number[];
  /** degC at each step. */
  inside: number[];
  /** In the cab, degC at each step; empty where nobody has surveyed it. */
  cab: number[];
  /** Of the roof's skin, degC at each step. */
  roof: number[];
  /** Highest inside, degC. */
  peak: number;
  /** Hour of the day it falls in. */
  peakAt: number;
  /** Hours of the day above 30 degC. */
  hoursHot: number;
  /** Hottest of the roof's skin: what glue overhead has to bear, degC. */
  roofPeak: number;
}

/** Light air, m/s, and about how warm it is, degC. */
const LIGHT_AIR = 1;
const SPELL_AT = 30;
/** A spell of heat over the month's mean, K, and a clear day's sun over its mean: common practice, no source. */
const SPELL = 6;
const CLEAR = 1.35;
const STEP = 600;
const DAYS = 4;
const JULY = 6;
/** Hours of light of a July day, about half past twelve. */
const LIGHT = 15.5;
const NOON = 12.5;

/**
 * A clear hot day in July of the brief's climate, repeated until it stands, at steps of ten minutes: nobody inside and
 * no heater, in light air. Invented day: a spell of 6 K over the mean and a third more sun. For vans whose hottest month is July.
 */
export function hotDay(model: VanModel, brief: Brief, { open, air }: HotDayChoice): HotDay {
  const climate = climateOf(brief.climate);
  const mean = climate.temperature[JULY]! + SPELL;
  const vapour = climate.humidity[JULY]! * saturationPressure(climate.temperature[JULY]!);
  const outsideAt = (hour: number) =>
    mean - 1.2 * climate.swing[JULY]! * Math.cos((2 * Math.PI * (hour - 3.5)) / 24);
  const van = new VanState(inWind(model, LIGHT_AIR, SPELL_AT), STEP, { t: mean, vapour });
  const roofPart = model.parts.findIndex(p => p.air === 0 && p.model.facing.sun === 1);
  const out: HotDay = {
    hours: [],
    outside: [],
    inside: [],
    cab: [],
    roof: [],
    peak: Number.NEGATIVE_INFINITY,
    peakAt: 0,
    hoursHot: 0,
    roofPeak: Number.NEGATIVE_INFINITY,
  };
  const perDay = 86_400 / STEP;
  for (let k = 0; k < DAYS * perDay; k++) {
    const hour = ((k % perDay) + 1) * (STEP / 3600);
    const outside = outsideAt(hour);
    const sun = climate.sun[JULY]! * CLEAR * 1000 * halfSine(hour - NOON, LIGHT);
    van.advance({
      outside,
      vapour: Math.min(vapour, saturationPressure(outside)),
      sun,
      open,
      occupied: false,
      heating: false,
      air,
    });
    if (k < (DAYS - 1) * perDay) continue;
    const roof = van.sections[roofPart];
    out.hours.push(hour);
    out.outside.push(outside);
    out.inside.push(van.t);
    if (van.airs[1]) out.cab.push(van.airs[1].t);
    out.roof.push(roof?.t[0] ?? Number.NaN);
    if (van.t > out.peak) {
      out.peak = van.t;
      out.peakAt = hour;
    }
    if (van.t > 30) out.hoursHot += STEP / 3600;
    if (roof) out.roofPeak = Math.max(out.roofPeak, roof.t[0]!);
  }
  return out;
}
