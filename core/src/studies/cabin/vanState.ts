import {
  AIR_CAPACITY,
  concentration,
  FACE_HOLDS,
  MASS_TRANSFER,
  pressureOf,
  saturationPressure,
} from '../../physics/air/index.ts';
import { MoistSection } from '../../physics/hourly/index.ts';
import { passing } from '../../van/cab/index.ts';
import { FLAME_WATER } from '../../van/climate/index.ts';
import type { FacePlace } from './faces.ts';
import { shareWater, type WaterNode, type WetFace } from './shareWater.ts';
import { type TwoAirs, twoAirs } from './twoAirs.ts';
import { SLEEPER, type VanModel } from './vanModel.ts';

/** What a van meets in one step. */
export interface HourWeather {
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
  /** Fresh air of the load space, m3/s. */
  air: number;
}

/** Water of burnt gas, kg/J. */
const FLAME = FLAME_WATER / 3.6e6;

/** One of the van's airs as it stands, and how the shell round it answers. */
interface AirState {
  /** degC. */
  t: number;
  /** Vapour, kg/m3. */
  v: number;
  /** Of what stands in it, degC. */
  m: number;
  owedHeat: number;
  owedWater: number;
  /** Heat and vapour into the shell, W and kg/s, as last asked or found, and how they answer the air. */
  heat: number;
  heatSlope: number;
  vapour: number;
  vapourSlope: number;
}

/**
 * The airs of a van and everything round them, a step at a time, implicit: every part of the shell is a `MoistSection`;
 * temperature and vapour follow from how the sections answer, from panes and bare metal, from what passes between load
 * space and cab, from fresh air, people and a heater on a thermostat. What the sections' answers miss of what then happens
 * is carried into the next step, so heat and water are neither made nor lost.
 */
export class VanState {
  readonly sections: MoistSection[];
  readonly airs: AirState[];
  /** Of the heater, and from the load space to the cab, W. */
  power = 0;
  toCab = 0;
  /** Water standing on each face, kg, and run down it since the start; what dripped from nowhere in particular. */
  readonly onFace: Float64Array;
  readonly ranFrom: Float64Array;
  dripped = 0;
  /** Run down skins and dripped from linings, kg: of what the shell had taken up. */
  ranInShell = 0;
  /** Since the start, kg: given off, vented, taken up by the shell. */
  given = 0;
  vented = 0;
  shell = 0;
  /** Heat since the start, J: from heater, people and sun through glass; into the shell; lost by faces, bridges and air. */
  gained = 0;
  intoShell = 0;
  lost = 0;
  /** Sun and sky counted into the air outside, degC, by part and by face. */
  readonly #solAir: Float64Array;
  readonly #faceAir: Float64Array;
  readonly #model: VanModel;
  readonly #step: number;
  /** How often a step asks the shell: bare steel takes and gives water in a moment. */
  readonly #probes: number;
  readonly #start: { water: number; heat: number };
  readonly #nodes: WaterNode[];
  readonly #wet: WetFace[];
  /** Of an air's faces together: what they conduct, W/K, what sun (W/m2) and a clear sky do by them, and sun let in, m2. */
  readonly #skin: { conductance: number; warms: number; cools: number; sun: number }[];

  constructor(model: VanModel, step: number, start: { t: number; vapour: number }) {
    this.#model = model;
    this.#step = step;
    this.sections = model.parts.map(
      p => new MoistSection({ ...p.model.section, start: { t: start.t, humidity: 0.6 } }, step),
    );
    this.#solAir = new Float64Array(model.parts.length);
    this.#faceAir = new Float64Array(model.faces.length);
    this.onFace = new Float64Array(model.faces.length);
    this.ranFrom = new Float64Array(model.faces.length);
    this.#probes = model.parts.some(p => p.model.layers.length === 0) ? 4 : 1;
    const v = concentration(start.vapour, start.t);
    this.airs = model.airs.map(() => ({
      t: start.t,
      v,
      m: start.t,
      owedHeat: 0,
      owedWater: 0,
      heat: 0,
      heatSlope: 0,
      vapour: 0,
      vapourSlope: 0,
    }));
    this.#nodes = model.airs.map(({ volume }) => ({ volume, had: 0, gain: 0, carries: 0, v: 0 }));
    this.#wet = model.faces.map(f => ({
      node: f.air,
      link: f.reached * MASS_TRANSFER * f.area,
      v: 0,
      holds: 0,
    }));
    this.#skin = model.airs.map((_, air) => {
      const skin = { conductance: 0, warms: 0, cools: 0, sun: 0 };
      for (const f of model.faces) {
        if (f.air !== air) continue;
        const conductance = f.area * f.uValue;
        skin.conductance += conductance;
        skin.warms += conductance * f.warms;
        skin.cools += conductance * f.cools;
        skin.sun += f.letsIn;
      }
      return skin;
    });
    this.#start = { water: this.#airWater(), heat: this.#held() };
  }

  /** Of the load space, degC. */
  get t(): number {
    return this.airs[0]!.t;
  }

  /** Water standing on panes, kg. */
  get onGlass(): number {
    let sum = 0;
    for (let i = 0; i < this.onFace.length; i++) if (this.#model.faces[i]!.pane) sum += this.onFace[i]!;
    return sum;
  }

  /** Water that ran down or dripped since the start, wherever, kg. */
  get ran(): number {
    return this.#ranFromAir() + this.ranInShell;
  }

  /** What of it the air gave, and no part of the shell, kg. */
  #ranFromAir(): number {
    let sum = this.dripped;
    for (const ran of this.ranFrom) sum += ran;
    return sum;
  }

  /** The same by place. */
  ranBy(): Partial<Record<FacePlace, number>> {
    const by: Partial<Record<FacePlace, number>> = {};
    this.#model.faces.forEach(({ place }, i) => {
      by[place] = (by[place] ?? 0) + this.ranFrom[i]!;
    });
    by['skins, bare or behind linings'] = this.ranInShell;
    return by;
  }

  #airWater(): number {
    return this.airs.reduce((sum, a, i) => sum + a.v * this.#model.airs[i]!.volume, 0);
  }

  #held(): number {
    return this.#model.airs.reduce(
      (sum, { volume, mass }, i) => sum + AIR_CAPACITY * volume * this.airs[i]!.t + mass * this.airs[i]!.m,
      0,
    );
  }

  /** Outside air that enters one of the van's airs, m3/s. */
  #fresh(w: HourWeather, air: number): number {
    return air === 0 ? w.air : this.#model.airs[air]!.leakage;
  }

  advance(w: HourWeather): void {
    const { parts, faces, absorptance } = this.#model;
    parts.forEach(({ model: { facing, section } }, i) => {
      this.#solAir[i] = w.outside + (absorptance * facing.sun * w.sun - facing.sky) * w.open * section.rse;
    });
    for (let i = 0; i < faces.length; i++)
      this.#faceAir[i] = w.outside + (faces[i]!.warms * w.sun - faces[i]!.cools) * w.open;
    const { airs } = this;
    let guess = airs.map(a => a.t);
    let found = this.#temperatures(w, guess);
    let v = airs.map(a => a.v);
    let exchange = 0;
    let taken: Float64Array = new Float64Array(0);
    for (let k = 0; k < this.#probes; k++) {
      guess = found.t;
      const room = guess.map((t, a) => pressureOf(v[a]!, t));
      this.#ask(w, guess, room, k === 0);
      found = this.#temperatures(w, guess);
      const shift = found.t;
      airs.forEach((a, i) => {
        a.heat += a.heatSlope * (shift[i]! - guess[i]!);
      });
      exchange = this.#exchange(found);
      ({ v, taken } = this.#water(w, found.t, room, exchange));
      airs.forEach((a, i) => {
        a.vapour += a.vapourSlope * (pressureOf(v[i]!, shift[i]!) - room[i]!);
      });
    }
    this.#close(w, found, v, taken);
  }

  /** Air that passes the front each way, m3/s, vapour through its cloth among it. */
  #exchange({ t }: TwoAirs): number {
    const { front } = this.#model;
    return front ? passing(front, t[0]!, t[1]!) + front.seeps : 0;
  }

  /** Temperatures of the airs, with the heater's power, for shells that take heat as they last said. */
  #temperatures(w: HourWeather, at: readonly number[]): TwoAirs {
    const { airs, front, setpoint, heater } = this.#model;
    const nodes = airs.map((model, i) => {
      const { volume, mass, massLink, bridges } = model;
      const air = this.airs[i]!;
      const step = this.#step;
      const g = mass / step;
      const through = (massLink * g) / (massLink + g);
      const plain = bridges + AIR_CAPACITY * this.#fresh(w, i);
      const { conductance, sun } = this.#skin[i]!;
      const c = (AIR_CAPACITY * volume) / step;
      return {
        a: c + plain + conductance + through + air.heatSlope,
        rhs:
          c * air.t +
          plain * w.outside +
          this.#bySkin(w, i) +
          through * air.m +
          sun * w.sun * w.open +
          (i === 0 ? this.#body(w) : 0) -
          air.heat +
          air.heatSlope * at[i]! +
          air.owedHeat / step,
      };
    });
    const found = twoAirs(nodes, front, setpoint, w.heating ? heater : 0);
    this.power = found.power;
    return found;
  }

  #body({ occupied }: HourWeather): number {
    const { people, cooking } = this.#model;
    return occupied ? people * SLEEPER + cooking : 0;
  }

  /** What an air's faces would give it at 0 degC, W. */
  #bySkin(w: HourWeather, air: number): number {
    const { conductance, warms, cools } = this.#skin[air]!;
    return conductance * w.outside + (warms * w.sun - cools) * w.open;
  }

  /** Asks every part how it would take its air at `t` with vapour pressure `room`. */
  #ask(w: HourWeather, t: readonly number[], room: readonly number[], first: boolean): void {
    const { parts } = this.#model;
    for (const a of this.airs) a.heat = a.heatSlope = a.vapour = a.vapourSlope = 0;
    for (let i = 0; i < parts.length; i++) {
      const { model, area, air } = parts[i]!;
      const to = this.airs[air]!;
      const section = this.sections[i]!;
      const [inside, p] = [t[air]!, room[air]!];
      const leak = model.leakAt(w.outside, w.vapour, inside, this.#solAir[i]!);
      if (first) section.begin(this.#solAir[i]!, inside, p, leak);
      else section.probe(this.#solAir[i]!, inside, p, leak);
      to.heat += area * section.heatAt(inside);
      to.heatSlope += area * section.heatSlope;
      to.vapour += area * section.vapourAt(p);
      to.vapourSlope += area * section.vapourSlope;
    }
  }

  /** Vapour of the airs, kg/m3, and what faces take, kg: the shell answers pressure, the rest concentration. */
  #water(
    w: HourWeather,
    t: readonly number[],
    room: readonly number[],
    exchange: number,
  ): { v: number[]; taken: Float64Array } {
    const { faces } = this.#model;
    const step = this.#step;
    const outside = concentration(w.vapour, w.outside);
    this.airs.forEach((air, i) => {
      const node = this.#nodes[i]!;
      const fresh = this.#fresh(w, i);
      node.v = air.v;
      node.had = node.volume * air.v + air.owedWater;
      node.gain =
        (i === 0 ? this.#givenOff(w) : 0) + fresh * outside - air.vapour + air.vapourSlope * room[i]!;
      node.carries = fresh + pressureOf(air.vapourSlope, t[i]!);
    });
    for (let i = 0; i < faces.length; i++) {
      const { air, fRsi } = faces[i]!;
      const wet = this.#wet[i]!;
      const outer = this.#faceAir[i]!;
      const face = outer + fRsi * (t[air]! - outer);
      wet.v = concentration(saturationPressure(face), face);
      wet.holds = this.onFace[i]!;
    }
    return shareWater(this.#nodes, this.#wet, exchange, step);
  }

  #givenOff(w: HourWeather): number {
    const { production, unflued } = this.#model;
    return (w.occupied ? production : 0) + (unflued ? this.power * FLAME : 0);
  }

  /** Lets every part take the air as it has become, and counts what came and went. */
  #close(w: HourWeather, { t, passes }: TwoAirs, v: readonly number[], taken: Float64Array): void {
    const { parts, airs, faces } = this.#model;
    const step = this.#step;
    const heat = airs.map(() => 0);
    const vapour = airs.map(() => 0);
    const next = v.map(value => Math.max(0, value));
    for (let i = 0; i < parts.length; i++) {
      const { model, area, air } = parts[i]!;
      const section = this.sections[i]!;
      const inside = t[air]!;
      section.finish(
        this.#solAir[i]!,
        inside,
        pressureOf(next[air]!, inside),
        model.leakAt(w.outside, w.vapour, inside, this.#solAir[i]!),
      );
      heat[air]! += area * section.heatIn;
      vapour[air]! += area * (section.diffused + section.leaked);
      this.ranInShell += area * (section.ranOff + section.dripped);
    }
    const outside = concentration(w.vapour, w.outside);
    this.airs.forEach((air, i) => {
      const { volume, mass, massLink, bridges } = airs[i]!;
      const g = mass / step;
      air.m = (g * air.m + massLink * t[i]!) / (g + massLink);
      air.owedHeat = (air.heat - heat[i]!) * step;
      // Less vapour than none is owed as well.
      air.owedWater = (air.vapour - vapour[i]!) * step - (next[i]! - v[i]!) * volume;
      air.heat = heat[i]!;
      // What the air cannot hold and nothing took drips from whatever is cold.
      const dripped = Math.max(0, next[i]! - concentration(saturationPressure(t[i]!), t[i]!)) * volume;
      this.dripped += dripped;
      air.v = next[i]! - dripped / volume;
      const fresh = this.#fresh(w, i);
      this.vented += step * fresh * (next[i]! - outside);
      this.shell += step * vapour[i]!;
      this.intoShell += step * heat[i]!;
      const { conductance, sun } = this.#skin[i]!;
      this.gained += step * sun * w.sun * w.open;
      this.lost +=
        step *
        ((bridges + AIR_CAPACITY * fresh) * (t[i]! - w.outside) + conductance * t[i]! - this.#bySkin(w, i));
      air.t = t[i]!;
    });
    for (let i = 0; i < faces.length; i++) {
      const on = this.onFace[i]! + taken[i]!;
      const ran = Math.max(0, on - FACE_HOLDS * faces[i]!.area);
      this.onFace[i] = on - ran;
      this.ranFrom[i]! += ran;
    }
    this.toCab = passes;
    this.given += step * this.#givenOff(w);
    this.gained += step * (this.power + this.#body(w));
  }

  /** Relative humidity of the load space's air, or another's, 0 to 1. */
  humidity(air = 0): number {
    const { v, t } = this.airs[air]!;
    return Math.min(1, pressureOf(v, t) / saturationPressure(t));
  }

  /** Water and heat that the sums above do not account for, as a share of what went through. */
  balances(): { water: number; heat: number } {
    const owed = (of: 'owedHeat' | 'owedWater') => this.airs.reduce((sum, a) => sum + a[of], 0);
    const standing = this.onFace.reduce((sum, on) => sum + on, 0);
    const water = this.given - this.vented - this.shell - this.#ranFromAir() - standing - owed('owedWater');
    const kept = this.#airWater() - this.#start.water;
    const heat = this.gained - this.intoShell - this.lost - owed('owedHeat');
    const warmed = this.#held() - this.#start.heat;
    return {
      water: Math.abs(water - kept) / Math.max(this.given + Math.abs(this.vented), 1e-9),
      heat: Math.abs(heat - warmed) / Math.max(this.gained + Math.abs(this.lost), 1),
    };
  }
}
