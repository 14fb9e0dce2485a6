import {
  AIR_CAPACITY,
  concentration,
  FACE_HOLDS,
  MASS_TRANSFER,
  pressureOf,
  saturationPressure,
} from '../../physics/air/index.ts';
import { MoistSection } from '../../physics/hourly/index.ts';
import { FLAME_WATER } from '../../van/climate/index.ts';
import { SLEEPER, type VanModel } from './vanModel.ts';

/** What a van meets in one step. */
export interface Weather {
  /** degC. */
  outside: number;
  /** Pressure outside, Pa. */
  vapour: number;
  /** On a level face, W/m2. */
  sun: number;
  /** Share of sun and sky that reaches the van, 0 to 1. */
  open: number;
  /** Whether people are inside. */
  occupied: boolean;
  /** Whether the heater may run. */
  heating: boolean;
  /** Fresh air, m3/s. */
  air: number;
}

/** Water of burnt gas, kg/J. */
const FLAME = FLAME_WATER / 3.6e6;

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
  /** Heat and vapour into the shell, W and kg/s, as last asked or found, and how they answer the air. */
  readonly #shell = { heat: 0, heatSlope: 0, vapour: 0, vapourSlope: 0 };
  /** Sun and sky counted into the air outside, degC, by part. */
  readonly #solAir: Float64Array;
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
    this.#solAir = new Float64Array(model.parts.length);
    this.#probes = model.parts.some(p => p.model.layers.length === 0) ? 4 : 1;
    this.t = start.t;
    this.#m = start.t;
    this.v = concentration(start.vapour, start.t);
    this.#start = { water: this.v * model.volume, heat: this.#held() };
  }

  #held(): number {
    return AIR_CAPACITY * this.#model.volume * this.t + this.#model.mass * this.#m;
  }

  /** One step. */
  advance(w: Weather): void {
    const { parts, absorptance } = this.#model;
    parts.forEach(({ model: { facing, section } }, i) => {
      this.#solAir[i] = w.outside + (absorptance * facing.sun * w.sun - facing.sky) * w.open * section.rse;
    });
    const shell = this.#shell;
    let t = this.#airTemperature(w, this.t);
    let water = { v: this.v, taken: 0, given: 0 };
    for (let k = 0; k < this.#probes; k++) {
      const guess = t;
      const room = pressureOf(water.v, guess);
      this.#ask(w, guess, room, k === 0);
      t = this.#airTemperature(w, guess);
      shell.heat += shell.heatSlope * (t - guess);
      water = this.#airWater(w, t, room);
      shell.vapour += shell.vapourSlope * (pressureOf(water.v, t) - room);
    }
    this.#close(w, t, water);
  }

  /** What holds the air to outside, W/K, without the shell's parts. */
  #conductance(w: Weather): number {
    const { glass, bridges } = this.#model;
    return glass.conductance + bridges + AIR_CAPACITY * w.air;
  }

  /** Air temperature, with the heater's power, for a shell that takes `heat` at `at` and its slope more a kelvin. */
  #airTemperature(w: Weather, at: number): number {
    const { glass, volume, mass, massLink, setpoint, heater, people, cooking } = this.#model;
    const step = this.#step;
    const { heat, heatSlope } = this.#shell;
    const g = mass / step;
    const through = (massLink * g) / (massLink + g);
    const conductance = this.#conductance(w);
    const a = (AIR_CAPACITY * volume) / step + conductance + through + heatSlope;
    const rhs =
      ((AIR_CAPACITY * volume) / step) * this.t +
      conductance * w.outside +
      through * this.#m +
      glass.sun * w.sun * w.open +
      (w.occupied ? people * SLEEPER + cooking : 0) -
      heat +
      heatSlope * at +
      this.#owedHeat / step;
    this.power = Math.max(0, Math.min(w.heating ? heater : 0, a * setpoint - rhs));
    return (rhs + this.power) / a;
  }

  /** Asks every part how it would take air at `t` with vapour pressure `room`. */
  #ask(w: Weather, t: number, room: number, first: boolean): void {
    const { parts } = this.#model;
    const shell = this.#shell;
    shell.heat = shell.heatSlope = shell.vapour = shell.vapourSlope = 0;
    for (let i = 0; i < parts.length; i++) {
      const { model, area } = parts[i]!;
      const section = this.sections[i]!;
      const leak = model.leakAt(w.outside, w.vapour, t);
      if (first) section.begin(this.#solAir[i]!, t, room, leak);
      else section.probe(this.#solAir[i]!, t, room, leak);
      shell.heat += area * section.heatAt(t);
      shell.heatSlope += area * section.heatSlope;
      shell.vapour += area * section.vapourAt(room);
      shell.vapourSlope += area * section.vapourSlope;
    }
  }

  /** Vapour of the air, kg/m3, what the panes take, kg, and what is given off, kg/s: the shell answers pressure, the rest concentration. */
  #airWater(w: Weather, t: number, room: number): { v: number; taken: number; given: number } {
    const { glass, volume, production, unflued } = this.#model;
    const { vapour, vapourSlope } = this.#shell;
    const step = this.#step;
    const given = (w.occupied ? production : 0) + (unflued ? this.power * FLAME : 0);
    const pane = w.outside + glass.fRsi * (t - w.outside);
    const vPane = concentration(saturationPressure(pane), pane);
    const link = MASS_TRANSFER * glass.area;
    const fresh = w.air * concentration(w.vapour, w.outside);
    const balance = (toGlass: number, fixed: number) =>
      (volume * this.v +
        step * (given + fresh + toGlass * vPane - fixed - vapour + vapourSlope * room) +
        this.#owedWater) /
      (volume + step * (w.air + toGlass + pressureOf(vapourSlope, t)));
    const v = balance(0, 0);
    if (v <= vPane && this.onGlass === 0) return { v, taken: 0, given };
    const wet = balance(link, 0);
    const taken = step * link * (wet - vPane);
    return this.onGlass + taken >= 0
      ? { v: wet, taken, given }
      : { v: balance(0, -this.onGlass / step), taken: -this.onGlass, given };
  }

  /** Lets every part take the air as it has become, and counts what came and went. */
  #close(w: Weather, t: number, { v, taken, given }: { v: number; taken: number; given: number }): void {
    const { parts, glass, volume, mass, massLink, people, cooking } = this.#model;
    const step = this.#step;
    const shell = this.#shell;
    const g = mass / step;
    this.#m = (g * this.#m + massLink * t) / (g + massLink);
    const next = Math.max(0, v);
    let heat = 0;
    let vapour = 0;
    for (let i = 0; i < parts.length; i++) {
      const { model, area } = parts[i]!;
      const section = this.sections[i]!;
      section.finish(this.#solAir[i]!, t, pressureOf(next, t), model.leakAt(w.outside, w.vapour, t));
      heat += area * section.heatIn;
      vapour += area * (section.diffused + section.leaked);
    }
    this.#owedHeat = (shell.heat - heat) * step;
    // Less vapour than none is owed as well.
    this.#owedWater = (shell.vapour - vapour) * step - (next - v) * volume;
    shell.heat = heat;
    // What the air cannot hold and nothing took drips from whatever is cold.
    const dripped = Math.max(0, next - concentration(saturationPressure(t), t)) * volume;
    this.onGlass += taken;
    const ran = Math.max(0, this.onGlass - FACE_HOLDS * glass.area);
    this.onGlass -= ran;
    this.v = next - dripped / volume;
    this.given += step * given;
    this.vented += step * w.air * (next - concentration(w.vapour, w.outside));
    this.shell += step * vapour;
    this.ran += ran + dripped;
    const body = w.occupied ? people * SLEEPER + cooking : 0;
    this.gained += step * (this.power + body + glass.sun * w.sun * w.open);
    this.intoShell += step * heat;
    this.lost += step * this.#conductance(w) * (t - w.outside);
    this.t = t;
  }

  /** Relative humidity of the cabin air, 0 to 1. */
  humidity(): number {
    return Math.min(1, pressureOf(this.v, this.t) / saturationPressure(this.t));
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
