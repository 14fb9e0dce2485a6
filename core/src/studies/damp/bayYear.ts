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
  years: number;
}

export interface BayYears {
  hours: number;
  /** Hour by hour: free water at the skin and anywhere, kg/m2; the skin, degC, and humidity there, 0 to 1. */
  skinWater: Float32Array;
  water: Float32Array;
  skin: Float32Array;
  humidity: Float32Array;
  /** Highest water, kg/m2, of each year, and what is left at each year's end. */
  peaks: number[];
  ends: number[];
  /** Where it is at its wettest, and when most is away from the skin, on the cold side of what is tight. */
  layers: BayModel['layers'];
  wettest: WaterPlaces;
  reversed: WaterPlaces;
  runOff: number;
  diffused: number;
  leaked: number;
  wetness: { hours: number; class: string };
  /** At the skin's face on what lies against it, and at the back of the lining. */
  mould: { atSkin: number; atLining: number };
  waterBalance: number;
  energyBalance: number;
  /** Tridiagonal systems solved, and how many unknowns each had: for the benchmark. */
  sweeps: { count: number; nodes: number };
}

/** Hourly years of one bay from a dry October: the field of the bay at its mean depth. */
export function bayYears(input: BayYearInput, year: HourlyYear, library: Library): BayYears {
  const { section, layers, leakAt, faces, facing } = bayModel(input, library);
  const absorptance = ABSORPTANCE[input.shell.skin.colour];
  const air: HourlyAir = {
    outside: year.outside,
    inside: year.inside,
    vapour: year.vapour,
    gain: year.sun.map(s => absorptance * facing.sun * s - facing.sky),
    leak: year.outside.map((t, h) => leakAt(t, year.inside[h]!)),
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
    ends: each.map(w => w.at(-1)!),
    layers,
    wettest: r.wettest,
    reversed: r.reversed,
    runOff: r.runOff,
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
