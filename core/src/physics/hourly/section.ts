import { concentration, DELTA_AIR, R_VAPOUR, saturationPressureFast } from '../air/index.ts';
import { type Sorption, sorbed, sorptionSlope } from './sorption.ts';

/** One layer behind the skin, from the skin inwards. SI units; `mu` times thickness is its sd. */
export interface HourlyLayer {
  /** m. */
  thickness: number;
  /** W/mK. */
  conductivity: number;
  /** kg/m3. */
  density: number;
  /** J/kgK. */
  heatCapacity: number;
  /** Vapour resistance factor; times the thickness it is the sd, m. */
  mu: number;
  /** How it binds water. */
  sorption: Sorption;
}

/** A build-up as it is stepped through time. */
export interface SectionCase {
  /** Heat capacity of the skin, J/m2K. It is closed to vapour. */
  skin: number;
  /** From the skin inwards. */
  layers: HourlyLayer[];
  /** Outer film, m2K/W. */
  rse: number;
  /** Inner film, m2K/W. */
  rsi: number;
  /** Vapour film at the room's face, kg/(m2 s Pa). */
  film: number;
  /** Water a face holds before it runs off, kg/m2; Infinity lets none go. */
  holds: number;
  /** At the beginning: degC and relative humidity; and free water at the skin, kg/m2. */
  start: { t: number; humidity: number; water?: number };
}

/** Heat of condensation, J/kg. */
const LATENT = 2.5e6;
const CELL = 0.008;
/** Temperatures and vapour in turn, so often a step: `begin` is the first, `finish` the last. */
const TURNS = 12;

/**
 * Coupled heat and vapour through one build-up, a step at a time: finite volumes, implicit; unknowns temperature and
 * vapour pressure; bound water by each layer's sorption curve; free water wherever saturation is reached, by an exact
 * switch between wet (pressure held at saturation) and dry (no free water), with the heat that goes with it. Node 0 is
 * the skin and its inner face; the others are cells. A step is `begin` with the airs as guessed, then `finish` with
 * them as they are: in between, a room may ask how the section answers. SI units, degC, Pa.
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
  /** First node of the room-side layer, where a lining is wetted from behind. */
  readonly back: number;
  /** Of the last step: heat from the room and to outside, W/m2; vapour from the room through the face and with leaking air, kg/(m2 s); water that ran off, kg/m2. */
  heatIn = 0;
  heatOut = 0;
  diffused = 0;
  leaked = 0;
  ranOff = 0;
  /** Heat of condensation given in the last step, J/m2. */
  latent = 0;
  /** Tridiagonal systems solved since the start: what the steps cost at least. */
  sweeps = 0;
  /** How the room's face answers the room in this step: W/m2K and kg/(m2 s Pa). */
  heatSlope = 0;
  vapourSlope = 0;

  readonly #step: number;
  readonly #rse: number;
  readonly #holds: number;
  readonly #toRoom: number;
  readonly #toRoomVapour: number;
  readonly #capacity: Float64Array;
  readonly #heatLink: Float64Array;
  readonly #vapourLink: Float64Array;
  readonly #volume: Float64Array;
  readonly #curve: Sorption[] = ['none'];
  readonly #old: Float64Array;
  readonly #released: Float64Array;
  /** Heat of vapour that a step's last round found beyond what its temperatures knew: given to the next step. */
  readonly #owed: Float64Array;
  readonly #wet: Uint8Array;
  readonly #phi: Float64Array;
  readonly #c: Float64Array;
  readonly #d: Float64Array;
  #leakLink = 0;
  #brought = 0;

  constructor({ skin, layers, rse, rsi, film, holds, start }: SectionCase, step: number) {
    const cells = cellsOf(layers);
    const n = cells.length + 1;
    const array = () => new Float64Array(n);
    this.nodes = n;
    this.layerOf = Int16Array.from([-1, ...cells.map(c => c.layer)]);
    this.#step = step;
    this.#rse = rse;
    this.#holds = holds;
    this.#capacity = array();
    this.#heatLink = array();
    this.#vapourLink = array();
    this.#volume = array();
    this.#capacity[0] = skin;
    cells.forEach((c, i) => {
      this.#capacity[i + 1] = c.thickness * c.density * c.heatCapacity;
      this.#volume[i + 1] = c.thickness;
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
    this.back = Math.max(0, this.layerOf.indexOf(layers.length - 1));
    this.t = array().fill(start.t);
    this.p = array().fill(start.humidity * saturationPressureFast(start.t));
    this.sat = array().fill(saturationPressureFast(start.t));
    this.bound = array();
    this.free = array();
    this.free[0] = start.water ?? 0;
    for (let k = 0; k < n; k++) this.bound[k] = this.#volume[k]! * sorbed(this.#curve[k]!, start.humidity);
    this.#old = array();
    this.#released = array();
    this.#owed = array();
    this.#wet = new Uint8Array(n);
    this.#phi = array();
    this.#c = array();
    this.#d = array();
  }

  /** Opens a step: `outside` is the sol-air temperature, `room` the vapour pressure inside, `leak` m3/s per m2 of room air that passes the skin. */
  begin(outside: number, inside: number, room: number, leak: number): void {
    this.#old.set(this.t);
    this.probe(outside, inside, room, leak);
  }

  /** Asks the open step again, with other airs. */
  probe(outside: number, inside: number, room: number, leak: number): void {
    this.#released.fill(0);
    this.#round(outside, inside, room, leak, true);
  }

  /** Closes the step that `begin` opened. */
  finish(outside: number, inside: number, room: number, leak: number): void {
    const { nodes: n, t, p, free, bound } = this;
    // The heat known to this round's temperatures.
    this.latent = 0;
    for (let k = 0; k < n; k++) this.latent += LATENT * (this.#released[k]! + this.#owed[k]!);
    this.#round(outside, inside, room, leak, false);
    this.leaked = this.#leakLink * (this.#brought - p[0]!);
    this.diffused = this.#toRoomVapour * (room - p[n - 1]!);
    for (let k = 0; k < n; k++) {
      const now = this.#inflow(k, room) * this.#step;
      this.#owed[k] = now - this.#released[k]!;
      // What came in is bound water first; what is beyond the curve is free.
      const total = bound[k]! + free[k]! + now;
      const most = this.#wet[k] ? this.#volume[k]! * sorbed(this.#curve[k]!, 1) : Number.POSITIVE_INFINITY;
      bound[k] = this.#wet[k] ? most : total;
      free[k] = this.#wet[k] ? Math.max(0, total - most) : 0;
    }
    this.ranOff = Math.max(0, free[0]! - this.#holds);
    free[0] = free[0]! - this.ranOff;
    this.heatIn = this.#toRoom * (inside - t[n - 1]!);
    this.heatOut = (t[0]! - outside) / this.#rse;
  }

  /** Heat from the room as this round knows it, W/m2, at the inside temperature given to it. */
  heatAt(inside: number): number {
    return this.#toRoom * (inside - this.t[this.nodes - 1]!);
  }

  /** Vapour from the room, through the face and with leaking air, kg/(m2 s). */
  vapourAt(room: number): number {
    return (
      this.#toRoomVapour * (room - this.p[this.nodes - 1]!) + this.#leakLink * (this.#brought - this.p[0]!)
    );
  }

  /** All its water, and all its heat above 0 degC, kg/m2 and J/m2. */
  water(): number {
    let sum = 0;
    for (let k = 0; k < this.nodes; k++) sum += this.bound[k]! + this.free[k]!;
    return sum;
  }

  stored(): number {
    let sum = 0;
    for (let k = 0; k < this.nodes; k++) sum += this.#capacity[k]! * this.t[k]!;
    return sum;
  }

  /** Heat of the last step's vapour that waits for the next, J/m2. */
  owing(): number {
    let sum = 0;
    for (let k = 0; k < this.nodes; k++) sum += LATENT * this.#owed[k]!;
    return sum;
  }

  #round(outside: number, inside: number, room: number, leak: number, first: boolean): void {
    const { nodes: n, t, p, sat, free, bound } = this;
    const [step, toRoom, toRoomVapour] = [this.#step, this.#toRoom, this.#toRoomVapour];
    const [c, d, wet, phi] = [this.#c, this.#d, this.#wet, this.#phi];
    const [heatLink, vapourLink, volume, curve] = [
      this.#heatLink,
      this.#vapourLink,
      this.#volume,
      this.#curve,
    ];
    // Temperatures.
    this.sweeps++;
    for (let k = 0; k < n; k++) {
      const west = k === 0 ? 1 / this.#rse : heatLink[k - 1]!;
      const east = k === n - 1 ? toRoom : heatLink[k]!;
      const inertia = this.#capacity[k]! / step;
      let rhs = inertia * this.#old[k]! + (LATENT * (this.#released[k]! + this.#owed[k]!)) / step;
      if (k === 0) rhs += west * outside;
      if (k === n - 1) rhs += east * inside;
      const below = k === 0 ? 0 : west;
      const pivot = inertia + west + east - (k === 0 ? 0 : below * c[k - 1]!);
      c[k] = (k === n - 1 ? 0 : east) / pivot;
      d[k] = (rhs + (k === 0 ? 0 : below * d[k - 1]!)) / pivot;
      if (k === n - 1) this.heatSlope = toRoom * (1 - toRoom / pivot);
    }
    t[n - 1] = d[n - 1]!;
    for (let k = n - 2; k >= 0; k--) t[k] = d[k]! + c[k]! * t[k + 1]!;
    for (let k = 0; k < n; k++) sat[k] = saturationPressureFast(t[k]!);
    const leakLink = leak / (R_VAPOUR * (t[0]! + 273.15));
    // What leaking air brings at the skin's temperature: its vapour, counted as a concentration.
    const brought = concentration(room, inside) * R_VAPOUR * (t[0]! + 273.15);
    this.#leakLink = leakLink;
    this.#brought = brought;
    // Vapour, with the places that are wet held at saturation.
    for (let k = 0; k < n; k++) {
      wet[k] = free[k]! > 0 || (!first && p[k]! >= sat[k]! * (1 - 1e-12)) ? 1 : 0;
      phi[k] = Math.min(1, p[k]! / sat[k]!);
    }
    for (let turn = 0; turn < TURNS; turn++) {
      this.sweeps++;
      for (let k = 0; k < n; k++) {
        const west = k === 0 ? leakLink : vapourLink[k - 1]!;
        const east = k === n - 1 ? toRoomVapour : vapourLink[k]!;
        if (wet[k]) {
          c[k] = 0;
          d[k] = sat[k]!;
          if (k === n - 1) this.vapourSlope = toRoomVapour;
          continue;
        }
        const slope = (volume[k]! * sorptionSlope(curve[k]!, phi[k]!)) / (sat[k]! * step);
        const content = volume[k]! * sorbed(curve[k]!, phi[k]!);
        let rhs = (bound[k]! - content) / step + slope * sat[k]! * phi[k]! + free[k]! / step;
        if (k === 0) rhs += west * brought;
        if (k === n - 1) rhs += east * room;
        const below = k === 0 ? 0 : west;
        const pivot = Math.max(slope + west + east - (k === 0 ? 0 : below * c[k - 1]!), 1e-30);
        c[k] = (k === n - 1 ? 0 : east) / pivot;
        d[k] = (rhs + (k === 0 ? 0 : below * d[k - 1]!)) / pivot;
        if (k === n - 1) this.vapourSlope = toRoomVapour * Math.max(0, 1 - toRoomVapour / pivot);
      }
      p[n - 1] = d[n - 1]!;
      for (let k = n - 2; k >= 0; k--) p[k] = d[k]! + c[k]! * p[k + 1]!;
      let changed = false;
      for (let k = 0; k < n; k++) {
        if (wet[k]) {
          const gain = this.#inflow(k, room) * step;
          const toBound = volume[k]! * sorbed(curve[k]!, 1) - bound[k]!;
          if (free[k]! + gain - toBound < -1e-15) {
            wet[k] = 0;
            changed = true;
          }
        } else if (p[k]! > sat[k]! * (1 + 1e-9)) {
          wet[k] = 1;
          changed = true;
        } else if (turn < 4 && curve[k] !== 'none') {
          const next = p[k]! / sat[k]!;
          if (Math.abs(next - phi[k]!) > 1e-7) {
            phi[k] = Math.max(0, Math.min(1, next));
            changed = true;
          }
        }
      }
      if (!changed) break;
    }
    if (first) for (let k = 0; k < n; k++) this.#released[k] = this.#inflow(k, room) * step;
    if (wet[0]) this.vapourSlope += leakLink;
  }

  /** Vapour that stays in node k, kg/(m2 s). */
  #inflow(k: number, room: number): number {
    const { nodes: n, p } = this;
    const west =
      k === 0 ? this.#leakLink * (this.#brought - p[0]!) : this.#vapourLink[k - 1]! * (p[k - 1]! - p[k]!);
    const east =
      k === n - 1 ? this.#toRoomVapour * (room - p[k]!) : this.#vapourLink[k]! * (p[k + 1]! - p[k]!);
    return west + east;
  }
}

/** Layers cut into cells of at most 8 mm, wooden ones into three at least. */
function cellsOf(layers: HourlyLayer[]): (HourlyLayer & { layer: number })[] {
  return layers.flatMap((layer, i) => {
    const least = layer.sorption === 'wood' ? 3 : 1;
    const count = Math.min(8, Math.max(least, Math.ceil(layer.thickness / CELL)));
    return Array.from({ length: count }, () => ({ ...layer, layer: i, thickness: layer.thickness / count }));
  });
}
