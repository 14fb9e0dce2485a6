import { concentration, DELTA_AIR, saturationPressureFast } from '../moisture/index.ts';
import { type Sorption, sorbed, sorptionSlope } from './sorption.ts';

/** One layer behind the skin, from the skin inwards. SI units; `mu` times thickness is its sd. */
export interface HourlyLayer {
  thickness: number;
  conductivity: number;
  density: number;
  heatCapacity: number;
  mu: number;
  sorption: Sorption;
}

export interface HourlyCase {
  /** Heat capacity of the skin, J/m2K. It is closed to vapour. */
  skin: number;
  layers: HourlyLayer[];
  rse: number;
  rsi: number;
  /** Vapour film at the room's face, kg/(m2 s Pa). */
  film: number;
  /** Room air that passes the skin's inner face, m3/s per m2. */
  leak: number;
  /** Water a face holds before it runs off, kg/m2; Infinity lets none go. */
  holds: number;
  /** At the beginning: degC and relative humidity; and free water at the skin, kg/m2. */
  start: { t: number; humidity: number; water?: number };
}

/** What the case meets hour by hour, one value an hour over whole years; a shorter series repeats. */
export interface HourlyAir {
  outside: Float64Array;
  /** Heat the skin takes from sun less what it gives the sky, W/m2. */
  gain: Float64Array;
  inside: Float64Array;
  /** Vapour pressure inside, Pa. */
  vapour: Float64Array;
  /** Room air that passes the skin's inner face, m3/s per m2; the case's own when left out. */
  leak?: Float64Array;
}

export interface HourlyResult {
  hours: number;
  /** At each hour's end: free water at the skin and in all places together, kg/m2; skin temperature, degC, and humidity there. */
  skinWater: Float32Array;
  water: Float32Array;
  skin: Float32Array;
  humidity: Float32Array;
  /** The same at the back of the room-side layer, where a lining is wetted. */
  back: Float32Array;
  backHumidity: Float32Array;
  /** Bound water in all layers at the end, kg/m2, and its mean over all hours. */
  bound: number;
  meanBound: number;
  runOff: number;
  /** Net vapour in from the room, kg/m2, through the layers and with leaking air. */
  diffused: number;
  leaked: number;
  /** Mean heat from the room, W/m2. */
  heat: number;
  /** Largest imbalance of water and of energy, as a share of what went through. */
  waterBalance: number;
  energyBalance: number;
}

const HOUR = 3600;
/** Heat of condensation, J/kg. */
const LATENT = 2.5e6;
const CELL = 0.008;
/** Temperatures and vapour in turn, so often a step. */
const ROUNDS = 2;

/**
 * Coupled heat and vapour through a build-up at steps of one hour: finite volumes, implicit; unknowns temperature and
 * vapour pressure; bound water by each layer's sorption curve; free water wherever saturation is reached, by an exact
 * switch between wet (pressure held at saturation) and dry (no free water), with the heat that goes with it. Freezing
 * and liquid flow are left out. Series are read in a ring, so two years over a year's series show what stays.
 */
export function simulateHourly(
  { skin, layers, rse, rsi, film, leak, holds, start }: HourlyCase,
  air: HourlyAir,
  hours: number,
): HourlyResult {
  const grid = cellsOf(layers);
  const n = grid.length + 1;
  // Node 0 is the skin and its inner face; the others are cells.
  const capacity = new Float64Array(n);
  const heatLink = new Float64Array(n);
  const vapourLink = new Float64Array(n);
  const volume = new Float64Array(n);
  const curve: Sorption[] = ['none'];
  capacity[0] = skin;
  grid.forEach((c, i) => {
    const k = i + 1;
    capacity[k] = c.thickness * c.density * c.heatCapacity;
    volume[k] = c.thickness;
    curve[k] = c.sorption;
    const before = grid[i - 1];
    heatLink[i] =
      1 / ((before ? before.thickness / (2 * before.conductivity) : 0) + c.thickness / (2 * c.conductivity));
    vapourLink[i] = DELTA_AIR / ((before ? before.thickness * before.mu : 0) / 2 + (c.thickness * c.mu) / 2);
  });
  const last = grid.at(-1);
  const toRoom = 1 / (rsi + (last ? last.thickness / (2 * last.conductivity) : 0));
  const toRoomVapour = 1 / (1 / film + (last ? (last.thickness * last.mu) / (2 * DELTA_AIR) : 0));
  heatLink[n - 1] = 0;
  vapourLink[n - 1] = 0;

  const t = new Float64Array(n).fill(start.t);
  const p = new Float64Array(n).fill(start.humidity * saturationPressureFast(start.t));
  const old = new Float64Array(n);
  const bound = new Float64Array(n);
  const free = new Float64Array(n);
  const released = new Float64Array(n);
  // Heat of vapour that a step's last round found beyond what its temperatures knew: given to the next step.
  const owed = new Float64Array(n);
  const sat = new Float64Array(n);
  const wet = new Uint8Array(n);
  const phi = new Float64Array(n);
  const c = new Float64Array(n);
  const d = new Float64Array(n);
  for (let k = 0; k < n; k++) bound[k] = volume[k]! * sorbed(curve[k]!, start.humidity);
  free[0] = start.water ?? 0;
  const result: HourlyResult = {
    hours,
    skinWater: new Float32Array(hours),
    water: new Float32Array(hours),
    skin: new Float32Array(hours),
    humidity: new Float32Array(hours),
    back: new Float32Array(hours),
    backHumidity: new Float32Array(hours),
    bound: 0,
    meanBound: 0,
    runOff: 0,
    diffused: 0,
    leaked: 0,
    heat: 0,
    waterBalance: 0,
    energyBalance: 0,
  };
  const held = () => {
    let sum = 0;
    for (let k = 0; k < n; k++) sum += bound[k]! + free[k]!;
    return sum;
  };
  const stored = () => {
    let sum = 0;
    for (let k = 0; k < n; k++) sum += capacity[k]! * t[k]!;
    return sum;
  };
  const atStart = held();
  const heatAtStart = stored();
  let heatIn = 0;
  let heatOut = 0;
  let latent = 0;
  let through = 0;
  const back = Math.max(0, n - 1 - Math.max(0, (layerCells(layers.at(-1)) ?? 1) - 1));

  for (let h = 0; h < hours; h++) {
    const i = h % air.outside.length;
    const outside = air.outside[i]! + air.gain[i]! * rse;
    const inside = air.inside[i]!;
    const room = air.vapour[i]!;
    old.set(t);
    released.fill(0);
    let leakLink = 0;
    for (let round = 0; round < ROUNDS; round++) {
      // Temperatures.
      for (let k = 0; k < n; k++) {
        const west = k === 0 ? 1 / rse : heatLink[k - 1]!;
        const east = k === n - 1 ? toRoom : heatLink[k]!;
        const inertia = capacity[k]! / HOUR;
        let rhs = inertia * old[k]! + (LATENT * (released[k]! + owed[k]!)) / HOUR;
        if (k === 0) rhs += west * outside;
        if (k === n - 1) rhs += east * inside;
        const below = k === 0 ? 0 : west;
        const pivot = inertia + west + east - (k === 0 ? 0 : below * c[k - 1]!);
        c[k] = (k === n - 1 ? 0 : east) / pivot;
        d[k] = (rhs + (k === 0 ? 0 : below * d[k - 1]!)) / pivot;
      }
      t[n - 1] = d[n - 1]!;
      for (let k = n - 2; k >= 0; k--) t[k] = d[k]! + c[k]! * t[k + 1]!;
      for (let k = 0; k < n; k++) sat[k] = saturationPressureFast(t[k]!);
      leakLink = (air.leak ? air.leak[i]! : leak) / (461.5 * (t[0]! + 273.15));
      // What leaking air brings at the skin's temperature: its vapour, counted as a concentration.
      const brought = concentration(room, inside) * 461.5 * (t[0]! + 273.15);
      // Vapour, with the places that are wet held at saturation.
      for (let k = 0; k < n; k++) {
        wet[k] = free[k]! > 0 || (round > 0 && p[k]! >= sat[k]! * (1 - 1e-12)) ? 1 : 0;
        phi[k] = Math.min(1, p[k]! / sat[k]!);
      }
      for (let turn = 0; turn < 12; turn++) {
        for (let k = 0; k < n; k++) {
          const west = k === 0 ? leakLink : vapourLink[k - 1]!;
          const east = k === n - 1 ? toRoomVapour : vapourLink[k]!;
          if (wet[k]) {
            c[k] = 0;
            d[k] = sat[k]!;
            continue;
          }
          const slope = (volume[k]! * sorptionSlope(curve[k]!, phi[k]!)) / (sat[k]! * HOUR);
          const content = volume[k]! * sorbed(curve[k]!, phi[k]!);
          let rhs = (bound[k]! - content) / HOUR + slope * sat[k]! * phi[k]! + free[k]! / HOUR;
          if (k === 0) rhs += west * brought;
          if (k === n - 1) rhs += east * room;
          const below = k === 0 ? 0 : west;
          const pivot = slope + west + east - (k === 0 ? 0 : below * c[k - 1]!);
          c[k] = (k === n - 1 ? 0 : east) / Math.max(pivot, 1e-30);
          d[k] = (rhs + (k === 0 ? 0 : below * d[k - 1]!)) / Math.max(pivot, 1e-30);
        }
        p[n - 1] = d[n - 1]!;
        for (let k = n - 2; k >= 0; k--) p[k] = d[k]! + c[k]! * p[k + 1]!;
        let changed = false;
        for (let k = 0; k < n; k++) {
          if (wet[k]) {
            const gain = inflow(k, n, p, vapourLink, leakLink, brought, toRoomVapour, room) * HOUR;
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
      for (let k = 0; k < n; k++) {
        const now = inflow(k, n, p, vapourLink, leakLink, brought, toRoomVapour, room) * HOUR;
        if (round === ROUNDS - 1) {
          latent += LATENT * (released[k]! + owed[k]!);
          owed[k] = now - released[k]!;
        }
        released[k] = now;
      }
      if (round === ROUNDS - 1) {
        const leaked = leakLink * (brought - p[0]!) * HOUR;
        const diffused = toRoomVapour * (room - p[n - 1]!) * HOUR;
        result.leaked += leaked;
        result.diffused += diffused;
        through += Math.abs(leaked) + Math.abs(diffused);
        for (let k = 0; k < n; k++) {
          // What came in is bound water first; what is beyond the curve is free.
          const total = bound[k]! + free[k]! + released[k]!;
          const most = wet[k] ? volume[k]! * sorbed(curve[k]!, 1) : Number.POSITIVE_INFINITY;
          bound[k] = wet[k] ? most : total;
          free[k] = wet[k] ? Math.max(0, total - most) : 0;
        }
      }
    }
    if (free[0]! > holds) {
      result.runOff += free[0]! - holds;
      free[0] = holds;
    }
    const intoRoomSide = toRoom * (inside - t[n - 1]!) * HOUR;
    heatIn += intoRoomSide;
    heatOut += ((t[0]! - outside) / rse) * HOUR;
    let sum = 0;
    let inLayers = 0;
    for (let k = 0; k < n; k++) {
      sum += free[k]!;
      inLayers += bound[k]!;
    }
    result.skinWater[h] = free[0]!;
    result.water[h] = sum;
    result.skin[h] = t[0]!;
    result.humidity[h] = p[0]! / sat[0]!;
    result.back[h] = t[back]!;
    result.backHumidity[h] = p[back]! / sat[back]!;
    result.meanBound += inLayers / hours;
  }
  result.bound = held() - free.reduce((a, b) => a + b, 0);
  result.heat = heatIn / (hours * HOUR);
  const net = held() + result.runOff - atStart;
  result.waterBalance = through > 0 ? Math.abs(net - result.leaked - result.diffused) / through : 0;
  const warmed = stored() - heatAtStart;
  result.energyBalance =
    Math.abs(heatIn + latent - heatOut - warmed) / Math.max(Math.abs(heatIn) + Math.abs(heatOut), 1);
  return result;
}

/** Vapour that stays in node k, kg/(m2 s). */
function inflow(
  k: number,
  n: number,
  p: Float64Array,
  link: Float64Array,
  leakLink: number,
  brought: number,
  toRoom: number,
  room: number,
): number {
  const west = k === 0 ? leakLink * (brought - p[0]!) : link[k - 1]! * (p[k - 1]! - p[k]!);
  const east = k === n - 1 ? toRoom * (room - p[k]!) : link[k]! * (p[k + 1]! - p[k]!);
  return west + east;
}

const layerCells = (layer: HourlyLayer | undefined): number | undefined =>
  layer && Math.min(8, Math.max(layer.sorption === 'wood' ? 3 : 1, Math.ceil(layer.thickness / CELL)));

/** Layers cut into cells of at most 8 mm, wooden ones into three at least. */
function cellsOf(layers: HourlyLayer[]): HourlyLayer[] {
  return layers.flatMap(layer => {
    const count = layerCells(layer)!;
    return Array.from({ length: count }, () => ({ ...layer, thickness: layer.thickness / count }));
  });
}
