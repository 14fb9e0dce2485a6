import { concentration, pressureOf, saturationPressure } from '../moisture/index.ts';

/** A cabin for one night. SI units, temperatures in degC. */
export interface Cabin {
  /** Conductance of shell and ribs without windows, W/K. */
  shell: number;
  windows: { area: number; uValue: number; fRsi: number }[];
  /** Whether fitted covers are in the windows. */
  covers: boolean;
  /** Air, m3, and floor, walls and furniture that warm with it, J/K, joined to it by W/K. */
  volume: number;
  mass: number;
  massLink: number;
  people: number;
  /** Fresh air while people sleep, m3/s, and water given off, kg/s. */
  ventilation: number;
  production: number;
  /** Thermostat, and the most the heater gives, W; 0 for none. */
  setpoint: number;
  heater: number;
}

export interface Night {
  /** Minutes since the evening, and at each: degC, relative humidity, heater W, water on the glass kg. */
  minutes: number[];
  inside: number[];
  outside: number[];
  humidity: number[];
  power: number[];
  glass: number[];
  /** Heat, kWh. */
  energy: number;
  dawn: number;
  /** Hours until it is first under 10 degC; null if it never is. */
  chill: number | null;
  coldest: number;
  /** Most water on the glass, kg. */
  onGlass: number;
  /** Water given off less what was vented, is on the glass or in the air, as a share of what was given off. */
  waterBalance: number;
}

/** Sensible heat of a sleeper, W (handbook, from memory). */
export const SLEEPER = 70;
/** What a fitted insulated cover adds to a window, m2K/W. Common practice, no source. */
export const COVER = 0.6;
const AIR = 1.2 * 1005;
/** Mass transfer at a pane, m/s: Lewis relation with 3 W/m2K. */
const BETA = 3 / AIR;
const STEP = 60;
/** Too cold to sit in, degC. */
const CHILL = 10;

/** Conductance of windows with or without covers, W/K, and the pane's temperature factor with them. */
function glass(cabin: Cabin): { conductance: number; area: number; f: number } {
  let conductance = 0;
  let area = 0;
  let f = 0;
  for (const w of cabin.windows) {
    const u = cabin.covers ? 1 / (1 / w.uValue + COVER) : w.uValue;
    conductance += w.area * u;
    area += w.area;
    // Behind a cover the pane's inner face stands nearer to the outside: the same share of a smaller flow.
    f += w.area * (cabin.covers ? w.fRsi * (u / w.uValue) : w.fRsi);
  }
  return { conductance, area, f: area > 0 ? Math.max(0, f / area) : 1 };
}

/** Everything the cabin loses per kelvin with fresh air, W/K. */
export const lossOf = (cabin: Cabin): number =>
  cabin.shell + glass(cabin).conductance + AIR * cabin.ventilation;

/** Heater that holds the setpoint on a steady night of `outside` degC, W: losses less the sleepers. */
export const heaterFor = (cabin: Cabin, outside: number): number =>
  Math.max(0, lossOf(cabin) * (cabin.setpoint - outside) - cabin.people * SLEEPER);

/**
 * One night minute by minute, implicit: air and the mass that warms with it, heater on a thermostat within its limit,
 * sleepers, fresh air, and water that settles on the glass and leaves it again. `outside` gives degC by minute;
 * outside air is 85 % humid. Starts at the setpoint (or where an unheated van stands) in balance with the mass.
 */
export function simulateNight(
  cabin: Cabin,
  outside: (minute: number) => number,
  hours: number,
  start = cabin.setpoint,
): Night {
  const { volume, mass, massLink, people, ventilation, production, setpoint, heater } = cabin;
  const pane = glass(cabin);
  const loss = lossOf(cabin);
  const air = AIR * volume;
  let t = start;
  let m = start;
  let v = Math.min(
    concentration(0.85 * saturationPressure(outside(0)), outside(0)) + 0.002,
    concentration(0.7 * saturationPressure(start), start),
  );
  let onGlass = 0;
  const night: Night = {
    minutes: [],
    inside: [],
    outside: [],
    humidity: [],
    power: [],
    glass: [],
    energy: 0,
    dawn: start,
    chill: null,
    coldest: start,
    onGlass: 0,
    waterBalance: 0,
  };
  const inAir = v * volume;
  let vented = 0;
  let given = 0;
  for (let k = 0; k < hours * 60; k++) {
    const te = outside(k);
    // Mass is solved into the air's equation.
    const g = mass / STEP;
    const through = (massLink * g) / (massLink + g);
    const a = air / STEP + loss + through;
    const base = (air / STEP) * t + loss * te + through * m + people * SLEEPER;
    const power = Math.max(0, Math.min(heater, a * setpoint - base));
    t = (base + power) / a;
    m = (g * m + massLink * t) / (g + massLink);
    night.energy += (power * STEP) / 3.6e6;
    // Water.
    const ve = concentration(0.85 * saturationPressure(te), te);
    const tp = te + pane.f * (t - te);
    const vp = concentration(saturationPressure(tp), tp);
    const link = BETA * pane.area;
    const wets = v > vp || onGlass > 0;
    let next =
      (volume * v + STEP * (production + ventilation * ve + (wets ? link * vp : 0))) /
      (volume + STEP * (ventilation + (wets ? link : 0)));
    let taken = wets ? STEP * link * (next - vp) : 0;
    if (onGlass + taken < 0) {
      taken = -onGlass;
      next = (volume * v + STEP * (production + ventilation * ve) - taken) / (volume + STEP * ventilation);
    }
    onGlass += taken;
    vented += STEP * ventilation * (next - ve);
    given += STEP * production;
    v = next;
    night.coldest = Math.min(night.coldest, t);
    if (night.chill === null && t < CHILL) night.chill = (k + 1) / 60;
    night.onGlass = Math.max(night.onGlass, onGlass);
    if (k % 5 === 4) {
      night.minutes.push(k + 1);
      night.inside.push(t);
      night.outside.push(te);
      night.humidity.push(Math.min(1, pressureOf(v, t) / saturationPressure(t)));
      night.power.push(power);
      night.glass.push(onGlass);
    }
  }
  night.dawn = t;
  night.waterBalance = Math.abs(given - vented - onGlass - (v * volume - inAir)) / Math.max(given, 1e-9);
  return night;
}

/** Heat in a unit of fuel after the heater's losses, kWh (handbook values, from memory; heater 80 % unless unflued or electric). */
export const FUELS = [
  { name: 'diesel', unit: 'l', heat: 9.9 * 0.8 },
  { name: 'bottled gas', unit: 'kg', heat: 12.8 * 0.8 },
  { name: 'electricity', unit: 'kWh', heat: 1 },
] as const;
