import { saturationPressure } from '../../physics/air/index.ts';
import { type FacePlace, PLACES } from './faces.ts';
import type { VanModel } from './vanModel.ts';
import { type HourWeather, VanState } from './vanState.ts';

/** What a cab does to a night. */
interface CabNight {
  /** degC at each. */
  inside: number[];
  /** Heat it took from the load space, kWh, and as a share of all that heater, people and cooking gave. */
  energy: number;
  share: number;
}

export interface VanNight {
  /** Since the evening. */
  minutes: number[];
  /** degC at each. */
  inside: number[];
  /** degC at each. */
  outside: number[];
  /** Relative humidity inside at each, 0 to 1. */
  humidity: number[];
  /** Of the heater at each, W. */
  power: number[];
  /** Water on the panes at each, kg. */
  glass: number[];
  /** Heat, kWh. */
  energy: number;
  /** Temperature at the end, degC. */
  dawn: number;
  /** Hours until it is first under 10 degC; null if it never is. */
  chill: number | null;
  /** Most water on the panes, kg. */
  onGlass: number;
  /** Water that ran down or dripped, kg. */
  ran: number;
  /** Of it, what the air gave and no face held, kg. */
  dripped: number;
  /** Of it, down which faces, kg. */
  ranBy: Partial<Record<FacePlace, number>>;
  /** Null where nobody has surveyed one. */
  cab: CabNight | null;
  /** Imbalance of water, as a share of what went through. */
  waterBalance: number;
}

/** Step, s; hours the van is warmed beforehand; too cold to sit in, degC; humidity outside. */
const STEP = 300;
const WARM_UP = 24;
const CHILL = 10;
const OUTSIDE_HUMIDITY = 0.85;

/**
 * A clear night of the whole van at steps of five minutes, people inside; `outside` gives degC by hour from the
 * evening. Before it the van is warmed for a day with nobody in it; `heated` leaves the heater on.
 */
export function vanNight(
  model: VanModel,
  outside: (hour: number) => number,
  hours: number,
  heated: boolean,
): VanNight {
  const air = (hour: number, occupied: boolean, heating: boolean): HourWeather => {
    const t = outside(hour);
    return {
      outside: t,
      vapour: OUTSIDE_HUMIDITY * saturationPressure(t),
      sun: 0,
      open: 1,
      occupied,
      heating,
      air: model.ventilation,
    };
  };
  const start = outside(0);
  const van = new VanState(model, STEP, {
    t: model.heater > 0 ? model.setpoint : start,
    vapour: OUTSIDE_HUMIDITY * saturationPressure(start),
  });
  for (let k = 0; k < (WARM_UP * 3600) / STEP; k++) van.advance(air(0, false, true));
  const [before, gained] = [{ ran: van.ran, dripped: van.dripped, by: van.ranBy() }, van.gained];
  const night: VanNight = {
    minutes: [],
    inside: [],
    outside: [],
    humidity: [],
    power: [],
    glass: [],
    energy: 0,
    dawn: van.t,
    chill: null,
    onGlass: 0,
    ran: 0,
    dripped: 0,
    ranBy: {},
    cab: model.front && { inside: [], energy: 0, share: 0 },
    waterBalance: 0,
  };
  for (let k = 1; k <= (hours * 3600) / STEP; k++) {
    const weather = air((k * STEP) / 3600, true, heated);
    van.advance(weather);
    night.minutes.push((k * STEP) / 60);
    night.inside.push(van.t);
    night.outside.push(weather.outside);
    night.humidity.push(van.humidity());
    night.power.push(van.power);
    night.glass.push(van.onGlass);
    night.energy += (van.power * STEP) / 3.6e6;
    if (night.cab) {
      night.cab.inside.push(van.airs[1]!.t);
      night.cab.energy += (van.toCab * STEP) / 3.6e6;
    }
    night.onGlass = Math.max(night.onGlass, van.onGlass);
    if (night.chill === null && van.t < CHILL) night.chill = (k * STEP) / 3600;
  }
  night.dawn = van.t;
  night.ran = van.ran - before.ran;
  night.dripped = van.dripped - before.dripped;
  night.ranBy = van.ranBy();
  for (const place of PLACES)
    if (night.ranBy[place] !== undefined) night.ranBy[place] -= before.by[place] ?? 0;
  if (night.cab) night.cab.share = (night.cab.energy * 3.6e6) / Math.max(van.gained - gained, 1);
  night.waterBalance = van.balances().water;
  return night;
}
