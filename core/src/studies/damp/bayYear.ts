import type { Library } from '../../materials/index.ts';
import {
  type HourlyAir,
  mouldIndex,
  simulateHourly,
  timeOfWetness,
  type WaterPlaces,
} from '../../physics/hourly/index.ts';
import { ABSORPTANCE, type HourlyYear } from '../../van/climate/index.ts';
import { type BayModel, type BayModelInput, bayModel } from './bayModel.ts';

/** One bay, as its hourly years are computed. */
export interface BayYearInput extends BayModelInput {
  /** To compute, one after the other. */
  years: number;
}

export interface BayYears {
  /** Computed. */
  hours: number;
  /** Free water at the skin, kg/m2, by hour. */
  skinWater: Float32Array;
  /** Free water anywhere, kg/m2, by hour. */
  water: Float32Array;
  /** Its temperature, degC, by hour. */
  skin: Float32Array;
  /** At the skin, 0 to 1, by hour. */
  humidity: Float32Array;
  /** Highest water of each year, kg/m2. */
  peaks: number[];
  /** Highest at a month's end in the first year, as months tell it, kg/m2. */
  atMonths: number;
  /** Water left at each year's end, kg/m2. */
  ends: number[];
  /** What the places below are, from the skin. */
  layers: BayModel['layers'];
  /** Where it is at its wettest. */
  wettest: WaterPlaces;
  /** Where it is when most is away from the skin, on the cold side of what is tight. */
  reversed: WaterPlaces;
  /** What ran down the skin, or dripped from layers that were full, in all years, kg/m2. */
  runOff: number;
  /** Of it, from layers, kg/m2. */
  dripped: number;
  /** Net vapour in through the layers, kg/m2. */
  diffused: number;
  /** Net vapour in with leaking air, kg/m2. */
  leaked: number;
  /** Hours a year above 80 % and 0 degC at the steel, and their class (ISO 9223). */
  wetness: { hours: number; class: string };
  /** At the skin's face on what lies against it, and at the back of the lining. */
  mould: { atSkin: number; atLining: number };
  /** Imbalance of water, as a share of what went through. */
  waterBalance: number;
  /** The same of energy. */
  energyBalance: number;
  /** Tridiagonal systems solved, and how many unknowns each had: for the benchmark. */
  sweeps: { count: number; nodes: number };
}

/** Whether an hour is the last of its month. */
export const endsMonth = ({ month }: Pick<HourlyYear, 'month'>, hour: number): boolean =>
  month[hour] !== month[hour + 1];

/** Hourly years of one bay from a dry October: the field of the bay at its mean depth. */
export function bayYears(input: BayYearInput, year: HourlyYear, library: Library): BayYears {
  const { section, layers, leakAt, faces, facing } = bayModel(input, library);
  const absorptance = ABSORPTANCE[input.shell.skin.colour];
  const air: HourlyAir = {
    outside: year.outside,
    inside: year.inside,
    vapour: year.vapour,
    gain: year.sun.map(s => absorptance * facing.sun * s - facing.sky),
    passing: h =>
      leakAt(
        year.outside[h]!,
        year.vapourOutside[h]!,
        year.inside[h]!,
        year.outside[h]! + (absorptance * facing.sun * year.sun[h]! - facing.sky) * section.rse,
      ),
  };
  const length = year.outside.length;
  const start = { t: year.outside[0]!, humidity: 0.6 };
  const r = simulateHourly({ ...section, leak: 0, start }, air, length * input.years);
  const each = Array.from({ length: input.years }, (_, y) => r.water.subarray(y * length, (y + 1) * length));
  return {
    hours: r.hours,
    skinWater: r.skinWater,
    water: r.water,
    skin: r.skin,
    humidity: r.humidity,
    peaks: each.map(w => w.reduce((a, b) => Math.max(a, b), 0)),
    atMonths: each[0]!.reduce((most, w, h) => (endsMonth(year, h) ? Math.max(most, w) : most), 0),
    ends: each.map(w => w.at(-1)!),
    layers,
    wettest: r.wettest,
    reversed: r.reversed,
    runOff: r.runOff,
    dripped: r.dripped,
    diffused: r.diffused,
    leaked: r.leaked,
    wetness: timeOfWetness(r.skin, r.humidity),
    mould: {
      atSkin: mouldIndex(r.skin, r.humidity, faces.skin).highest,
      atLining: mouldIndex(r.back, r.backHumidity, faces.lining).highest,
    },
    waterBalance: r.waterBalance,
    energyBalance: r.energyBalance,
    sweeps: r.sweeps,
  };
}
