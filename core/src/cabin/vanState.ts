import { MoistSection } from '../hourly/index.ts';
import { concentration, saturationPressure } from '../moisture/index.ts';
import { SLEEPER, type VanModel } from './vanModel.ts';

/** What a van meets in one step. */
export interface Weather {
  /** degC and Pa outside; sun on a level face, W/m2; share of it that reaches the van (shade), and of the sky it sees. */
  outside: number;
  vapour: number;
  sun: number;
  open: number;
  occupied: boolean;
  /** Whether the heater may run. */
  heating: boolean;
  /** Fresh air, m3/s. */
  air: number;
}

const AIR = 1.2 * 1005;
const GAS = 461.5;
/** Mass transfer at a pane, m/s: Lewis relation with 3 W/m2K. */
const BETA = 3 / AIR;
/** What a pane holds before it runs down, kg/m2 (ISO 13788, from memory). */
const HOLDS = 0.2;
/** Water of burnt gas, kg/J (0.13 kg per kWh). */
const FLAME = 0.13 / 3.6e6;

/**
 * Cabin air and everything round it, a step at a time, implicit: every part of the shell is a `MoistSection`; the air's
 * temperature and vapour follow from how the sections answer it, from panes, fresh air, people and a heater on a
 * thermostat. What the sections' answers miss of what then happens is carried into the next step, so heat and water
 * are neither made nor lost.
 */
export class VanState {
  readonly sections: MoistSection[];
  t: number;
  /** Vapour in the air, kg/m3. */
  v: number;
  onGlass = 0;
  power = 0;
  /** Since the start, kg: given off, vented, taken up by the shell, run down the panes or dripped. */
  given = 0;
  vented = 0;
  shell = 0;
  ran = 0;
  /** Heat since the start, J: from heater, people and sun through glass; into the shell; lost by panes, bridges and air. */
  gained = 0;
  intoShell = 0;
  lost = 0;
  #m: number;
  #owedHeat = 0;
  #owedWater = 0;
  /** Heat and vapour into the shell at the last step's air, and how they answer it. */
  #flow = { heat: 0, heatSlope: 0 };
  readonly #model: VanModel;
  readonly #step: number;
  /** How often a step asks the shell: bare steel takes and gives water in a moment. */
  readonly #probes: number;
  readonly #start: { water: number; heat: number };

  constructor(model: VanModel, step: number, start: { t: number; vapour: number }) {
    this.#model = model;
    this.#step = step;
    this.sections = model.parts.map(
      p => new MoistSection({ ...p.model.section, start: { t: start.t, humidity: 0.6 } }, step),
    );
    this.#probes = model.parts.some(p => p.model.layers.length === 0) ? 4 : 1;
    this.t = start.t;
    this.#m = start.t;
    this.v = concentration(start.vapour, start.t);
    this.#start = { water: this.v * model.volume, heat: this.#held() };
  }

  #held(): number {
    return AIR * this.#model.volume * this.t + this.#model.mass * this.#m;
  }

  /** One step. */
  advance(w: Weather): void {
    const { parts, bridges, glass, volume, mass, massLink, setpoint, heater, people, absorptance } =
      this.#model;
    const step = this.#step;
    const conductance = glass.conductance + bridges + AIR * w.air;
    const g = mass / step;
    const through = (massLink * g) / (massLink + g);
    const sunIn = glass.sun * w.sun * w.open;
    const body = w.occupied ? people * SLEEPER : 0;
    const heating = w.heating ? heater : 0;
    const vOutside = concentration(w.vapour, w.outside);
    /** Air temperature and heater for a shell that takes `heat` at `at` and `slope` more a kelvin. */
    const solve = (heat: number, slope: number, at: number): number => {
      const a = (AIR * volume) / step + conductance + through + slope;
      const rhs =
        ((AIR * volume) / step) * this.t +
        conductance * w.outside +
        through * this.#m +
        sunIn +
        body -
        heat +
        slope * at +
        this.#owedHeat / step;
      this.power = Math.max(0, Math.min(heating, a * setpoint - rhs));
      return (rhs + this.power) / a;
    };
    let t = solve(this.#flow.heat, this.#flow.heatSlope, this.t);
    let next = this.v;
    let taken = 0;
    let given = 0;
    let expectedHeat = 0;
    let expectedVapour = 0;
    let heatSlope = 0;
    const link = BETA * glass.area;
    for (let k = 0; k < this.#probes; k++) {
      const guess = t;
      const room = next * GAS * (guess + 273.15);
      let [heat, vapour, vapourSlope] = [0, 0, 0];
      heatSlope = 0;
      for (let i = 0; i < parts.length; i++) {
        const { model, area } = parts[i]!;
        const section = this.sections[i]!;
        const solAir =
          w.outside +
          (absorptance * model.facing.sun * w.sun - model.facing.sky) * w.open * model.section.rse;
        const leak = model.leakAt(w.outside, guess);
        if (k === 0) section.begin(solAir, guess, room, leak);
        else section.probe(solAir, guess, room, leak);
        heat += area * section.heatAt(guess);
        heatSlope += area * section.heatSlope;
        vapour += area * section.vapourAt(room);
        vapourSlope += area * section.vapourSlope;
      }
      t = solve(heat, heatSlope, guess);
      expectedHeat = heat + heatSlope * (t - guess);
      // Water: the shell answers vapour pressure, panes and fresh air the concentration.
      given = (w.occupied ? this.#model.production : 0) + (this.#model.unflued ? this.power * FLAME : 0);
      const perPressure = GAS * (t + 273.15);
      const pane = w.outside + glass.fRsi * (t - w.outside);
      const vPane = concentration(saturationPressure(pane), pane);
      const balance = (toGlass: number, fixed: number) =>
        (volume * this.v +
          step * (given + w.air * vOutside + toGlass * vPane - fixed - vapour + vapourSlope * room) +
          this.#owedWater) /
        (volume + step * (w.air + toGlass + vapourSlope * perPressure));
      next = balance(0, 0);
      taken = 0;
      if (next > vPane || this.onGlass > 0) {
        next = balance(link, 0);
        taken = step * link * (next - vPane);
        if (this.onGlass + taken < 0) {
          taken = -this.onGlass;
          next = balance(0, taken / step);
        }
      }
      expectedVapour = vapour + vapourSlope * (next * perPressure - room);
    }
    this.#m = (g * this.#m + massLink * t) / (g + massLink);
    // Less than none is owed to the next step.
    const lacking = Math.max(0, -next) * volume;
    next = Math.max(0, next);
    let actualHeat = 0;
    let actualVapour = 0;
    for (let i = 0; i < parts.length; i++) {
      const { model, area } = parts[i]!;
      const section = this.sections[i]!;
      const solAir =
        w.outside + (absorptance * model.facing.sun * w.sun - model.facing.sky) * w.open * model.section.rse;
      section.finish(solAir, t, next * GAS * (t + 273.15), model.leakAt(w.outside, t));
      actualHeat += area * section.heatIn;
      actualVapour += area * (section.diffused + section.leaked);
    }
    this.#owedHeat = (expectedHeat - actualHeat) * step;
    this.#owedWater = (expectedVapour - actualVapour) * step - lacking;
    this.#flow = { heat: actualHeat, heatSlope };
    // What the air cannot hold and nothing took drips from whatever is cold.
    const most = concentration(saturationPressure(t), t);
    const dripped = Math.max(0, next - most) * volume;
    this.onGlass += taken;
    const ran = Math.max(0, this.onGlass - HOLDS * glass.area);
    this.onGlass -= ran;
    this.v = next - dripped / volume;
    this.given += step * given;
    this.vented += step * w.air * (next - vOutside);
    this.shell += step * actualVapour;
    this.ran += ran + dripped;
    this.gained += step * (this.power + body + sunIn);
    this.intoShell += step * actualHeat;
    this.lost += step * conductance * (t - w.outside);
    this.t = t;
  }

  /** Relative humidity of the cabin air, 0 to 1. */
  humidity(): number {
    return Math.min(1, (this.v * GAS * (this.t + 273.15)) / saturationPressure(this.t));
  }

  /** Water and heat that the sums above do not account for, as a share of what went through. */
  balances(): { water: number; heat: number } {
    const water = this.given - this.vented - this.shell - this.ran - this.onGlass - this.#owedWater;
    const kept = this.v * this.#model.volume - this.#start.water;
    const heat = this.gained - this.intoShell - this.lost - this.#owedHeat;
    const warmed = this.#held() - this.#start.heat;
    return {
      water: Math.abs(water - kept) / Math.max(this.given + Math.abs(this.vented), 1e-9),
      heat: Math.abs(heat - warmed) / Math.max(this.gained + Math.abs(this.lost), 1),
    };
  }
}
