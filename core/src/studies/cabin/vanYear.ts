import { mouldIndex, timeOfWetness } from '../../physics/hourly/index.ts';
import type { HourlyYear } from '../../van/climate/index.ts';
import { endsMonth } from '../damp/index.ts';
import type { FacePlace } from './faces.ts';
import type { VanModel } from './vanModel.ts';
import { VanState } from './vanState.ts';

/** What a year does to one part of the shell. */
export interface PartYear {
  zone: string;
  name: string;
  bays: string[];
  /** m2. */
  area: number;
  /** Highest free water of each year, kg/m2. */
  peaks: number[];
  /** Highest at a month's end in the first year, kg/m2. */
  atMonths: number;
  /** Free water at each year's end, kg/m2. */
  ends: number[];
  /** What ran down the skin, or dripped from layers that were full, in all years, kg/m2. */
  runOff: number;
  /** Of it, from layers, kg/m2. */
  dripped: number;
  /** Hours a year above 80 % and 0 degC at the steel, and their class (ISO 9223). */
  wetness: { hours: number; class: string };
  /** Highest index at the skin, 0 to 6. */
  mould: number;
}

interface VanMonth {
  month: number;
  /** Heat from the heater, kWh, and nights with people inside. */
  energy: number;
  nights: number;
  /** Water run down panes and dripped, kg; mean humidity with people inside, 0 to 1. */
  ran: number;
  humidity: number;
}

export interface VanYear {
  /** Computed. */
  hours: number;
  /** degC by hour. */
  inside: Float32Array;
  /** degC by hour. */
  outside: Float32Array;
  /** Relative humidity inside, 0 to 1, by hour. */
  humidity: Float32Array;
  /** Of the heater, W, by hour. */
  power: Float32Array;
  /** Water on the panes, kg, by hour. */
  glass: Float32Array;
  /** 1 while people are inside, by hour. */
  occupied: Uint8Array;
  /** Of the last year, January first. */
  months: VanMonth[];
  /** By zone and build-up. */
  parts: PartYear[];
  /** kWh of the last year; highest W; hours with people inside more than 2 K under the thermostat. */
  energy: number;
  /** Most the heater gives, W. */
  heaterLimit: number;
  /** Hours of the last year that people sat 2 K under the thermostat. */
  hoursCold: number;
  /** Hottest in the closed van, degC, and the hour; first hour of the coldest week. */
  hottest: { t: number; hour: number };
  /** First hour of the coldest seven days. */
  coldestWeek: number;
  /** Water given off inside in all years, kg. */
  given: number;
  /** Water carried out by fresh air, kg. */
  vented: number;
  /** Water that ran down panes or dripped, kg. */
  ran: number;
  /** Of it, what the air gave and no face held, kg. */
  dripped: number;
  /** Of it, down which faces, kg. */
  ranBy: Partial<Record<FacePlace, number>>;
  /** Heat the cab took from the load space while people were inside in the last year, kWh, and as a share of what heater and people gave then; null without one. */
  cab: {
    energy: number;
    share: number;
    /** degC and relative humidity, 0 to 1, by hour. */
    inside: Float32Array;
    humidity: Float32Array;
  } | null;
  /** Imbalance of water, as a share of what went through. */
  waterBalance: number;
  /** The same of energy. */
  energyBalance: number;
}

const HOUR = 3600;
const WEEK = 168;

/**
 * A whole van for some years of hours from a dry October: the shell's parts, cabin air, panes, people and heater, each
 * answering the others. `report` hears the share done at each month's end. Linear in parts and hours.
 */
export function vanYear(
  model: VanModel,
  year: HourlyYear,
  years = 1,
  report: (share: number) => void = () => undefined,
): VanYear {
  const length = year.outside.length;
  const hours = length * years;
  const van = new VanState(model, HOUR, { t: year.outside[0]!, vapour: year.vapourOutside[0]! });
  const parts = model.parts.length;
  const series = () => new Float32Array(hours);
  const [skin, rh] = [model.parts.map(series), model.parts.map(series)];
  const peaks = model.parts.map(() => new Array<number>(years).fill(0));
  const ends = model.parts.map(() => new Array<number>(years).fill(0));
  const atMonths = new Float64Array(parts);
  const [runOff, dripped] = [new Float64Array(parts), new Float64Array(parts)];
  const out: VanYear = {
    hours,
    inside: series(),
    outside: series(),
    humidity: series(),
    power: series(),
    glass: series(),
    occupied: new Uint8Array(hours),
    months: Array.from({ length: 12 }, (_, month) => ({ month, energy: 0, nights: 0, ran: 0, humidity: 0 })),
    parts: [],
    energy: 0,
    heaterLimit: model.heater,
    hoursCold: 0,
    hottest: { t: Number.NEGATIVE_INFINITY, hour: 0 },
    coldestWeek: 0,
    given: 0,
    vented: 0,
    ran: 0,
    dripped: 0,
    ranBy: {},
    cab: model.front && { energy: 0, share: 0, inside: series(), humidity: series() },
    waterBalance: 0,
    energyBalance: 0,
  };
  const occupiedHours = new Float64Array(12);
  let gained = 0;
  const weather = { outside: 0, vapour: 0, sun: 0, open: 1, occupied: false, heating: false, air: 0 };
  for (let h = 0; h < hours; h++) {
    const i = h % length;
    const occupied = year.occupied[i] === 1;
    weather.outside = year.outside[i]!;
    weather.vapour = year.vapourOutside[i]!;
    weather.sun = year.sun[i]!;
    weather.occupied = occupied;
    weather.heating = occupied;
    weather.air = occupied ? model.ventilation : model.airs[0]!.leakage;
    const ranBefore = van.ran;
    const gainedBefore = van.gained;
    van.advance(weather);
    out.inside[h] = van.t;
    out.outside[h] = weather.outside;
    out.humidity[h] = van.humidity();
    if (out.cab) {
      out.cab.inside[h] = van.airs[1]!.t;
      out.cab.humidity[h] = van.humidity(1);
    }
    out.power[h] = van.power;
    out.glass[h] = van.onGlass;
    out.occupied[h] = occupied ? 1 : 0;
    if (van.t > out.hottest.t) out.hottest = { t: van.t, hour: h };
    const y = Math.floor(h / length);
    if (y === years - 1) {
      const month = out.months[year.month[i]!]!;
      month.energy += van.power / 1000;
      month.ran += van.ran - ranBefore;
      if (occupied && out.cab) {
        out.cab.energy += van.toCab / 1000;
        gained += (van.gained - gainedBefore) / 3.6e6;
      }
      if (occupied) {
        month.nights += 1 / 12;
        month.humidity += van.humidity();
        occupiedHours[year.month[i]!] = occupiedHours[year.month[i]!]! + 1;
        if (model.heater > 0 && van.t < model.setpoint - 2) out.hoursCold++;
      }
    }
    const monthEnds = endsMonth(year, i);
    for (let k = 0; k < parts; k++) {
      const s = van.sections[k]!;
      let water = 0;
      for (let n = 0; n < s.nodes; n++) water += s.free[n]!;
      if (water > peaks[k]![y]!) peaks[k]![y] = water;
      if (i === length - 1) ends[k]![y] = water;
      if (y === 0 && monthEnds && water > atMonths[k]!) atMonths[k] = water;
      runOff[k] = runOff[k]! + s.ranOff + s.dripped;
      dripped[k] = dripped[k]! + s.dripped;
      skin[k]![h] = s.t[s.face]!;
      rh[k]![h] = s.p[s.face]! / s.sat[s.face]!;
    }
    if (h % 730 === 729) report((h + 1) / hours);
  }
  out.months.forEach(m => {
    m.humidity = occupiedHours[m.month]! > 0 ? m.humidity / occupiedHours[m.month]! : 0;
  });
  out.energy = out.months.reduce((sum, m) => sum + m.energy, 0);
  if (out.cab) out.cab.share = gained > 0 ? out.cab.energy / gained : 0;
  out.coldestWeek = coldestWeekOf(out.outside);
  out.parts = model.parts.map((p, k) => ({
    zone: p.zone,
    name: p.name,
    bays: p.bays,
    area: p.area,
    peaks: peaks[k]!,
    atMonths: atMonths[k]!,
    ends: ends[k]!,
    runOff: runOff[k]!,
    dripped: dripped[k]!,
    wetness: timeOfWetness(skin[k]!, rh[k]!),
    mould: mouldIndex(skin[k]!, rh[k]!, p.model.faces.skin).highest,
  }));
  const { given, vented, ran } = van;
  const { water, heat } = van.balances();
  return {
    ...out,
    given,
    vented,
    ran,
    dripped: van.dripped,
    ranBy: van.ranBy(),
    waterBalance: water,
    energyBalance: heat,
  };
}

/** First hour of the seven days with the lowest mean temperature. */
function coldestWeekOf(outside: Float32Array): number {
  let sum = 0;
  let low = Number.POSITIVE_INFINITY;
  let at = 0;
  for (let h = 0; h < outside.length; h++) {
    sum += outside[h]! - (h >= WEEK ? outside[h - WEEK]! : 0);
    if (h >= WEEK - 1 && sum < low) {
      low = sum;
      at = h - WEEK + 1;
    }
  }
  return at;
}
