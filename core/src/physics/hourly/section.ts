import { AIR_CAPACITY, concentration, DELTA_AIR, R_VAPOUR, saturationPressureFast } from '../air/index.ts';
import { type HourlyLayer, sectionCells } from './cells.ts';
import { type Sorption, sorbed, sorptionSlope } from './sorption.ts';

/** A build-up as it is stepped through time. */
export interface SectionCase {
  /** Heat capacity of a metal skin, J/m2K, which is closed to vapour; 0 where the skin is a layer. */
  skin: number;
  /** A skin that vapour passes is the first layer, with a vapour film outside, kg/(m2 s Pa); closed when left out. */
  open?: { film: number };
  /** From the skin inwards. */
  layers: HourlyLayer[];
  /** Outer film, m2K/W. */
  rse: number;
  /** Inner film, m2K/W. */
  rsi: number;
  /** Vapour film at the room's face, kg/(m2 s Pa). */
  film: number;
  /** Water a face, or a layer on its faces, holds before it runs off or drips, kg/m2; Infinity lets none go. */
  holds: number;
  /** The layer whose space leaking air passes, from 0 at the skin; the skin itself when left out. */
  space?: number;
  /** At the beginning: degC and relative humidity; and free water at the skin, kg/m2. */
  start: { t: number; humidity: number; water?: number };
}

/** Air that passes the skin. */
export interface Passing {
  /** From the room, m3/s per m2. */
  room: number;
  /** From outdoors, m3/s per m2. */
  outside: number;
  /** Share of it that comes to the skin's face, 0 to 1. */
  met: number;
  /** Of the air outdoors, degC. */
  t: number;
  /** Vapour in the air outdoors, kg/m3. */
  v: number;
}

/** Heat of condensation, J/kg. */
const LATENT = 2.5e6;
/** Vapour in pores and gaps is counted as at 10 degC, K: by a tenth of so little wrong, and so kept exactly. */
const PORE_AIR = 283.15;
/** Most rounds that answer a probe, and that close a step. */
const PROBES = 2;
const ROUNDS = 14;
/** How little a humidity moves in a round where its curve may be taken as straight. */
const STRAIGHT = 1e-4;

/**
 * Coupled heat and vapour through one build-up, a step at a time: finite volumes, implicit; unknowns temperature and
 * vapour pressure; bound water by each layer's sorption curve; free water wherever saturation is reached, by an exact
 * switch between wet (pressure held at saturation) and dry (no free water), with the heat that goes with it. Node 0 is
 * a metal skin and its inner face, or the outer face of one that vapour passes; the others are cells. No dew settles outside. Temperatures and pressures are solved together: a wet cell of no
 * mass would swing if the heat of its vapour came a round later. A step is `advance`, or `begin` with the airs as
 * guessed and then `finish` with them as they are: in between, a room may ask how the section answers. SI units, degC,
 * Pa.
 */
export class MoistSection {
  readonly nodes: number;
  /** Layer of each node, -1 for the skin. */
  readonly layerOf: Int16Array;
  readonly t: Float64Array;
  readonly p: Float64Array;
  readonly sat: Float64Array;
  /** Water, kg/m2. */
  readonly bound: Float64Array;
  readonly free: Float64Array;
  /** The node at the skin's inner face, where leaking air comes. */
  readonly face: number;
  /** First node of the room-side layer, where a lining is wetted from behind. */
  readonly back: number;
  /** Of the last step: heat from the room and to outside, W/m2; vapour from the room through the face and with leaking air, and from outdoors with such air and through an open skin, kg/(m2 s); water that ran down the skin, and dripped from all else, kg/m2. */
  heatIn = 0;
  heatOut = 0;
  diffused = 0;
  leaked = 0;
  vented = 0;
  ranOff = 0;
  dripped = 0;
  /** Heat of condensation given in the last step, J/m2. */
  latent = 0;
  /** Systems of two unknowns a node solved since the start: what the steps cost. */
  sweeps = 0;
  /** How the room's face answers the room in this step: W/m2K and kg/(m2 s Pa). */
  heatSlope = 0;
  vapourSlope = 0;

  readonly #step: number;
  readonly #rse: number;
  readonly #holds: Float64Array;
  readonly #toRoom: number;
  readonly #toRoomVapour: number;
  readonly #capacity: Float64Array;
  readonly #heatLink: Float64Array;
  readonly #vapourLink: Float64Array;
  readonly #volume: Float64Array;
  /** What its open air holds a pascal, kg/(m2 Pa), and as vapour since the last step, kg/m2. */
  readonly #air: Float64Array;
  readonly #aired: Float64Array;
  readonly #curve: Sorption[] = ['none'];
  readonly #old: Float64Array;
  readonly #wet: Uint8Array;
  /** What a round leaves to be put back: a node's temperature and pressure less so much of the next one's. */
  readonly #c: readonly [Float64Array, Float64Array, Float64Array, Float64Array];
  readonly #d: readonly [Float64Array, Float64Array];
  /** What leaking air moves a pascal, kg/(m2 s Pa), and the pressure it brings, Pa: from the room, and from outdoors. */
  #leakLink = 0;
  #brought = 0;
  #ventLink = 0;
  #ventBrought = 0;
  /** What the outer film of an open skin moves a pascal, kg/(m2 s Pa), and the pressure outdoors, Pa. */
  readonly #outerFilm: number;
  #outer = 0;
  /** The node whose space it passes, and its heat, W/m2K. */
  readonly #space: number;
  #leakHeat = 0;
  #ventHeat = 0;

  constructor({ skin, open, layers, rse, rsi, film, holds, space, start }: SectionCase, step: number) {
    const cells = sectionCells(layers);
    const n = cells.length + 1;
    const array = () => new Float64Array(n);
    this.nodes = n;
    this.layerOf = Int16Array.from([-1, ...cells.map(c => c.layer)]);
    this.#step = step;
    this.#rse = rse;
    this.#capacity = array();
    this.#heatLink = array();
    this.#vapourLink = array();
    this.#volume = array();
    this.#air = array();
    this.#aired = array();
    this.#holds = array();
    this.#holds[0] = holds;
    this.#capacity[0] = skin;
    cells.forEach((c, i) => {
      this.#capacity[i + 1] = c.thickness * c.density * c.heatCapacity;
      this.#volume[i + 1] = c.thickness;
      this.#air[i + 1] = (c.thickness * c.air) / (R_VAPOUR * PORE_AIR);
      // A layer's film is shared by its cells.
      this.#holds[i + 1] = holds / c.cells + c.pores * c.thickness;
      this.#curve[i + 1] = c.sorption;
      const before = cells[i - 1];
      this.#heatLink[i] =
        1 /
        ((before ? before.thickness / (2 * before.conductivity) : 0) + c.thickness / (2 * c.conductivity));
      this.#vapourLink[i] =
        DELTA_AIR / ((before ? before.thickness * before.mu : 0) / 2 + (c.thickness * c.mu) / 2);
    });
    const last = cells.at(-1);
    this.#toRoom = 1 / (rsi + (last ? last.thickness / (2 * last.conductivity) : 0));
    this.#toRoomVapour = 1 / (1 / film + (last ? (last.thickness * last.mu) / (2 * DELTA_AIR) : 0));
    this.face = open ? this.layerOf.lastIndexOf(0) : 0;
    this.#outerFilm = open?.film ?? 0;
    this.#space = space === undefined ? this.face : Math.max(0, this.layerOf.indexOf(space));
    this.back = Math.max(0, this.layerOf.indexOf(layers.length - 1));
    this.t = array().fill(start.t);
    this.p = array().fill(start.humidity * saturationPressureFast(start.t));
    this.sat = array().fill(saturationPressureFast(start.t));
    this.bound = array();
    this.free = array();
    this.free[this.face] = start.water ?? 0;
    for (let k = 0; k < n; k++) {
      this.bound[k] = this.#volume[k]! * sorbed(this.#curve[k]!, start.humidity);
      this.#aired[k] = this.#air[k]! * this.p[k]!;
    }
    this.#old = array();
    this.#wet = new Uint8Array(n);
    this.#c = [array(), array(), array(), array()];
    this.#d = [array(), array()];
  }

  /** A whole step with airs that are known, as `begin` takes them. */
  advance(outside: number, inside: number, room: number, leak: Passing): void {
    this.#old.set(this.t);
    this.finish(outside, inside, room, leak);
  }

  /** Opens a step: `outside` is the sol-air temperature, `room` the vapour pressure inside, `leak` what air passes the skin. */
  begin(outside: number, inside: number, room: number, leak: Passing): void {
    this.#old.set(this.t);
    this.probe(outside, inside, room, leak);
  }

  /** Asks the open step again, with other airs. */
  probe(outside: number, inside: number, room: number, leak: Passing): void {
    this.#solve(outside, inside, room, leak, PROBES);
  }

  /** Closes the step that `begin` opened. */
  finish(outside: number, inside: number, room: number, leak: Passing): void {
    const { nodes: n, t, p, free, bound } = this;
    this.#solve(outside, inside, room, leak, ROUNDS);
    this.leaked = this.#leakLink * (this.#brought - p[this.face]!);
    this.vented =
      this.#ventLink * (this.#ventBrought - p[this.face]!) + this.#outerFilm * (this.#outer - p[0]!);
    this.diffused = this.#toRoomVapour * (room - p[n - 1]!);
    this.latent = 0;
    this.ranOff = 0;
    this.dripped = 0;
    for (let k = 0; k < n; k++) {
      const now = this.#staysIn(k, room);
      this.#aired[k] = this.#air[k]! * p[k]!;
      this.latent += LATENT * now;
      // What came in is bound water first; what is beyond the curve is free.
      const total = bound[k]! + free[k]! + now;
      const most = this.#wet[k] ? this.#volume[k]! * sorbed(this.#curve[k]!, 1) : Number.POSITIVE_INFINITY;
      bound[k] = this.#wet[k] ? most : total;
      free[k] = this.#wet[k] ? Math.max(0, total - most) : 0;
      const over = free[k]! - this.#holds[k]!;
      if (over <= 0) continue;
      free[k] = this.#holds[k]!;
      if (k === this.face) this.ranOff = over;
      else this.dripped += over;
    }
    this.heatIn = this.heatAt(inside);
    this.heatOut = (t[0]! - outside) / this.#rse + this.#ventHeat * (t[this.#space]! - leak.t);
  }

  /** Heat from the room as this round knows it, W/m2, at the inside temperature given to it. */
  heatAt(inside: number): number {
    return (
      this.#toRoom * (inside - this.t[this.nodes - 1]!) + this.#leakHeat * (inside - this.t[this.#space]!)
    );
  }

  /** Vapour from the room, through the face and with leaking air, kg/(m2 s). */
  vapourAt(room: number): number {
    return (
      this.#toRoomVapour * (room - this.p[this.nodes - 1]!) +
      this.#leakLink * (this.#brought - this.p[this.face]!)
    );
  }

  /** All its water, and all its heat above 0 degC, kg/m2 and J/m2. */
  water(): number {
    let sum = 0;
    for (let k = 0; k < this.nodes; k++) sum += this.bound[k]! + this.free[k]! + this.#aired[k]!;
    return sum;
  }

  stored(): number {
    let sum = 0;
    for (let k = 0; k < this.nodes; k++) sum += this.#capacity[k]! * this.t[k]!;
    return sum;
  }

  /**
   * Temperatures and vapour pressures of the open step together: Newton rounds, each a system of two unknowns a node,
   * until nothing turns wet or dry and what was taken as straight is straight enough.
   */
  #solve(outside: number, inside: number, room: number, leak: Passing, rounds: number): void {
    const { nodes: n, p, sat, free } = this;
    const wet = this.#wet;
    for (let k = 0; k < n; k++) wet[k] = free[k]! > 0 || p[k]! >= sat[k]! * (1 - 1e-12) ? 1 : 0;
    for (let turn = 0; turn < rounds; turn++) {
      const moved = this.#round(outside, inside, room, leak);
      if (!this.#turned(room) && (moved < STRAIGHT || turn >= 4)) break;
    }
    if (wet[this.face]) this.vapourSlope += this.#leakLink;
    this.heatSlope += this.#leakHeat;
  }

  /** One round about the temperatures and pressures as they are; how far the furthest humidity moved. */
  #round(outside: number, inside: number, room: number, leak: Passing): number {
    const { nodes: n, t, p, sat, free, bound } = this;
    const [step, toRoom, toRoomVapour] = [this.#step, this.#toRoom, this.#toRoomVapour];
    const [wet, heatLink, vapourLink, volume, curve, air, aired] = [
      this.#wet,
      this.#heatLink,
      this.#vapourLink,
      this.#volume,
      this.#curve,
      this.#air,
      this.#aired,
    ];
    const [c00, c01, c10, c11] = this.#c;
    const [d0, d1] = this.#d;
    // What leaking air brings at the skin's temperature: its vapour, counted as a concentration.
    const { face } = this;
    const perConcentration = R_VAPOUR * (t[face]! + 273.15);
    this.#leakLink = (leak.met * leak.room) / perConcentration;
    this.#brought = concentration(room, inside) * perConcentration;
    this.#ventLink = (leak.met * leak.outside) / perConcentration;
    this.#ventBrought = leak.v * perConcentration;
    const airLink = this.#leakLink + this.#ventLink;
    const brought = this.#leakLink * this.#brought + this.#ventLink * this.#ventBrought;
    // Outdoors never holds more than the outer face could: dew on paint is not the build-up's.
    const outerFilm = this.#outerFilm;
    if (outerFilm > 0)
      this.#outer = Math.min(leak.v * R_VAPOUR * (leak.t + 273.15), saturationPressureFast(outside));
    const fromOutside = face === 0 ? brought : outerFilm * this.#outer;
    this.#leakHeat = AIR_CAPACITY * leak.room;
    this.#ventHeat = AIR_CAPACITY * leak.outside;
    const [space, airHeat] = [this.#space, this.#leakHeat + this.#ventHeat];
    const heatOfAir = this.#leakHeat * inside + this.#ventHeat * leak.t;
    this.sweeps++;
    for (let k = 0; k < n; k++) {
      const last = k === n - 1;
      const hWest = k === 0 ? 1 / this.#rse : heatLink[k - 1]!;
      const hEast = last ? toRoom : heatLink[k]!;
      const vWest = k === 0 ? (face === 0 ? airLink : outerFilm) : vapourLink[k - 1]!;
      // Air that comes to the inner face of an open skin.
      const vAir = k === face && face > 0 ? airLink : 0;
      const vEast = last ? toRoomVapour : vapourLink[k]!;
      const inertia = this.#capacity[k]! / step;
      const kelvin = t[k]! + 273.15;
      const steep = (sat[k]! * LATENT) / (R_VAPOUR * kelvin * kelvin);
      const inAir = air[k]! / step;
      const wasInAir = aired[k]! / step;
      // Heat with the heat of what vapour stays as water; vapour with what is bound, or held at saturation.
      let m00 = inertia + hWest + hEast;
      let m01 = LATENT * (vWest + vEast + vAir + inAir);
      let r0 = inertia * this.#old[k]! + LATENT * wasInAir;
      let m10 = -steep;
      let m11 = 1;
      let r1 = sat[k]! - steep * t[k]!;
      const dry = wet[k] === 0;
      if (dry) {
        const share = Math.max(0, Math.min(1, p[k]! / sat[k]!));
        const kind = curve[k]!;
        const slope = kind === 'none' ? 0 : (volume[k]! * sorptionSlope(kind, share)) / (sat[k]! * step);
        const content = kind === 'none' ? 0 : volume[k]! * sorbed(kind, share);
        m10 = -slope * share * steep;
        m11 = slope + vWest + vEast + vAir + inAir;
        r1 = wasInAir + (bound[k]! + free[k]! - content) / step + slope * share * sat[k]! + m10 * t[k]!;
      }
      if (k === 0) {
        r0 += hWest * outside + LATENT * fromOutside;
        if (dry) r1 += fromOutside;
      } else {
        const j = k - 1;
        m00 += hWest * c00[j]! + LATENT * vWest * c10[j]!;
        m01 += hWest * c01[j]! + LATENT * vWest * c11[j]!;
        r0 += hWest * d0[j]! + LATENT * vWest * d1[j]!;
        if (dry) {
          m10 += vWest * c10[j]!;
          m11 += vWest * c11[j]!;
          r1 += vWest * d1[j]!;
        }
      }
      if (vAir > 0) {
        r0 += LATENT * brought;
        if (dry) r1 += brought;
      }
      if (k === space) {
        m00 += airHeat;
        r0 += heatOfAir;
      }
      if (last) {
        r0 += hEast * inside + LATENT * vEast * room;
        if (dry) r1 += vEast * room;
      }
      const one = 1 / (m00 * m11 - m01 * m10);
      d0[k] = (m11 * r0 - m01 * r1) * one;
      d1[k] = (m00 * r1 - m10 * r0) * one;
      if (last) {
        this.heatSlope = hEast * (1 - hEast * m11 * one);
        this.vapourSlope = vEast * Math.max(0, 1 - vEast * ((dry ? m00 : 0) - m10 * LATENT) * one);
      } else {
        const out = dry ? -vEast : 0;
        c00[k] = -m11 * hEast * one;
        c10[k] = m10 * hEast * one;
        c01[k] = (-m11 * LATENT * vEast - m01 * out) * one;
        c11[k] = (m10 * LATENT * vEast + m00 * out) * one;
      }
    }
    let moved = 0;
    for (let k = n - 1; k >= 0; k--) {
      const last = k === n - 1;
      const before = p[k]! / sat[k]!;
      t[k] = d0[k]! - (last ? 0 : c00[k]! * t[k + 1]! + c01[k]! * p[k + 1]!);
      p[k] = d1[k]! - (last ? 0 : c10[k]! * t[k + 1]! + c11[k]! * p[k + 1]!);
      sat[k] = saturationPressureFast(t[k]!);
      // What binds nothing is straight as it is.
      if (wet[k] || curve[k] !== 'none')
        moved = Math.max(moved, Math.abs(p[k]! / sat[k]! - (wet[k] ? 1 : before)));
    }
    return moved;
  }

  /** Lets nodes turn dry that would have less than no water, and wet that went beyond saturation; whether any did. */
  #turned(room: number): boolean {
    const { nodes: n, p, sat, free, bound } = this;
    const wet = this.#wet;
    let turned = false;
    for (let k = 0; k < n; k++) {
      if (wet[k]) {
        const gain = this.#staysIn(k, room);
        const toBound = this.#volume[k]! * sorbed(this.#curve[k]!, 1) - bound[k]!;
        if (free[k]! + gain - toBound >= -1e-15) continue;
        wet[k] = 0;
        // It starts from saturation, where its curve is steepest.
        turned = true;
      } else if (p[k]! > sat[k]! * (1 + 1e-9)) {
        wet[k] = 1;
        turned = true;
      }
    }
    return turned;
  }

  /** Vapour that becomes water in node k in this step, kg/m2: what flows in less what its air holds more. */
  #staysIn(k: number, room: number): number {
    const { nodes: n, p } = this;
    const byAir =
      k === this.face
        ? this.#leakLink * (this.#brought - p[k]!) + this.#ventLink * (this.#ventBrought - p[k]!)
        : 0;
    const west =
      k === 0 ? this.#outerFilm * (this.#outer - p[0]!) : this.#vapourLink[k - 1]! * (p[k - 1]! - p[k]!);
    const east =
      k === n - 1 ? this.#toRoomVapour * (room - p[k]!) : this.#vapourLink[k]! * (p[k + 1]! - p[k]!);
    return (west + byAir + east) * this.#step - this.#air[k]! * this.p[k]! + this.#aired[k]!;
  }
}
