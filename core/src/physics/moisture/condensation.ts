import { type Air, DELTA_AIR, R_VAPOUR, saturationPressureFast } from '../air/index.ts';

/** Layers from the outer face inward, skin first: resistance m2K/W and sd m of each. */
export interface Assembly {
  /** Outer film, m2K/W. */
  rse: number;
  /** Inner film, m2K/W. */
  rsi: number;
  /** Skin first: m2K/W and m. */
  layers: { resistance: number; sd: number }[];
  /** Layers of more resistance than this are subdivided; 0.25 m2K/W as in ISO 13788. */
  subdivideAbove?: number;
}

export interface Regime {
  /** Share of the period. */
  share: number;
  /** Air at the skin. */
  outside: Air;
  /** Air of the room. */
  inside: Air;
  /** Room air that passes the skin's inner face, m3/s per m2. */
  leak: number;
  /** Air from outdoors that does; none when left out. */
  vent?: number;
}

export interface Period {
  /** How long it lasts, s. */
  seconds: number;
  /** One after the other. */
  regimes: Regime[];
}

export interface Condensation {
  /** Water in all interfaces at the end of each period, kg/m2, year after year. */
  water: Float64Array;
  /** The same at the skin's inner face alone. */
  atSkin: Float64Array;
  /** In a year. */
  periods: number;
  /** Computed. */
  years: number;
}

/**
 * Interstitial condensation and drying, period by period over several years from a dry start (ISO 13788:2012
 * clause 6, from memory), with three additions: a metal skin is closed, not merely tight; a period may be made of
 * regimes (occupied, empty, day), taken one after the other so that one takes out what another put in; and air that
 * leaks in from the room or from outdoors wets or dries the skin. Layers above 0.25 m2K/W are subdivided.
 */
export function condensation(assembly: Assembly, periods: Period[], years = 5): Condensation {
  const grid = makeGrid(assembly);
  return run(grid, makeSolver(grid, periods), periods, years);
}

/**
 * Highest water at the end of a period of the first year, kg/m2, again and again: `leak` of the periods' regimes may be
 * changed between calls, nothing else. Where no regime wets any place but the skin, the skin's gain in each is known once
 * and for all but for the leak, and a year is a sum.
 */
export function firstPeaks(assembly: Assembly, periods: Period[]): () => number {
  const grid = makeGrid(assembly);
  const alone = skinAlone(grid, periods);
  if (!alone) {
    const solver = makeSolver(grid, periods, true);
    return () => run(grid, solver, periods, 1).water.reduce((a, b) => Math.max(a, b), 0);
  }
  const { wet, dry, driving, ofOutside, staysDry } = alone;
  return () => {
    let water = 0;
    let peak = 0;
    let k = 0;
    for (const { seconds, regimes } of periods) {
      for (const { share, leak, vent = 0 } of regimes) {
        const gain = leak * driving[k]! + vent * ofOutside[k]!;
        let left = seconds * share;
        if (water > 0) {
          const rate = wet[k]! + gain;
          const gone = rate < 0 ? -water / rate : Number.POSITIVE_INFINITY;
          if (gone < left) {
            water = 0;
            left -= gone;
          } else {
            water += rate * left;
            left = 0;
          }
        }
        if (left > 1e-6 && staysDry[k] === 0) water += (dry[k]! + Math.max(0, gain)) * left;
        k++;
      }
      peak = Math.max(peak, water);
    }
    return peak;
  };
}

/** What the skin gains in every regime without leak, wet and dry, kg/(m2 s), and what drives a leak of either air; null where another place is wetted. */
function skinAlone(grid: Grid, periods: Period[]) {
  const n = grid.sd.length;
  const all = periods.flatMap(p => p.regimes);
  const [bound, rate, hull] = [new Float64Array(n), new Float64Array(n), new Int32Array(n)];
  const states = { wet: new Float64Array(all.length), dry: new Float64Array(all.length) };
  const driving = new Float64Array(all.length);
  const ofOutside = new Float64Array(all.length);
  const staysDry = new Uint8Array(all.length);
  for (const [i, regime] of all.entries()) {
    limits(grid, regime, bound, 0);
    for (const state of ['wet', 'dry'] as const) {
      const at = new Uint8Array(n);
      at[grid.skin] = state === 'wet' ? 1 : 0;
      rates(grid, bound, 0, { ...regime, leak: 0, vent: 0 }, at, rate, hull);
      states[state][i] = rate[grid.skin]!;
      if (rate.some((r, k) => k !== grid.skin && r !== 0)) return null;
    }
    const skin = temperatureAt(grid, regime, grid.skin);
    driving[i] = driveOf(regime.inside, bound[grid.skin]!, skin);
    ofOutside[i] = driveOf(regime.outside, bound[grid.skin]!, skin);
    staysDry[i] = neverWets(regime, bound, 0, n) ? 1 : 0;
  }
  return { ...states, driving, ofOutside, staysDry };
}

/** Whether both airs hold less vapour than the coldest interface could: the usual summer, not worth solving. */
const neverWets = ({ outside, inside }: Regime, bound: Float64Array, at: number, n: number): boolean => {
  const most = Math.max(outside.p, inside.p);
  return bound[at + 1]! >= most && bound[at + n - 2]! >= most;
};

function run(grid: Grid, solver: Solver, periods: Period[], years: number): Condensation {
  const n = grid.sd.length;
  const water = new Float64Array(n);
  const yearStart = new Float64Array(n);
  const total = new Float64Array(periods.length * years);
  const atSkin = new Float64Array(periods.length * years);
  for (let step = 0; step < total.length; step++) {
    const index = step % periods.length;
    const { seconds, regimes } = periods[index]!;
    for (let j = 0; j < regimes.length; j++)
      if (regimes[j]!.share > 0) advance(water, solver, index, j, seconds * regimes[j]!.share);
    let sum = 0;
    for (let k = 0; k < n; k++) sum += water[k]!;
    total[step] = sum;
    atSkin[step] = water[grid.skin]!;
    if (step % periods.length < periods.length - 1) continue;
    // A year that ends as it began repeats itself.
    if (water.every((w, k) => Math.abs(w - yearStart[k]!) < 1e-12)) {
      const from = step + 1 - periods.length;
      for (let i = step + 1; i < total.length; i++) {
        total[i] = total[from + ((i - from) % periods.length)]!;
        atSkin[i] = atSkin[from + ((i - from) % periods.length)]!;
      }
      break;
    }
    yearStart.set(water);
  }
  return { water: total, atSkin, periods: periods.length, years };
}

/** Instantaneous gain of the skin's inner face by diffusion and by leakage, kg/(m2 s), when it is wet. */
export function skinGain(
  assembly: Assembly,
  regime: Regime,
): { diffusion: number; leakage: number; skin: number } {
  const grid = makeGrid(assembly);
  const n = grid.sd.length;
  const bound = new Float64Array(n);
  limits(grid, regime, bound, 0);
  const rate = new Float64Array(n);
  const wet = new Uint8Array(n);
  wet[grid.skin] = 1;
  rates(grid, bound, 0, regime, wet, rate, new Int32Array(n));
  const skin = temperatureAt(grid, regime, grid.skin);
  const leakage = broughtTo(regime, bound[grid.skin]!, skin);
  return { diffusion: rate[grid.skin]! - leakage, leakage, skin };
}

export interface ProfilePoint {
  /** Resistance from the outside air, m2K/W. */
  r: number;
  /** degC. */
  t: number;
  /** Saturation pressure there, Pa. */
  saturation: number;
  /** Vapour pressure there, Pa. */
  vapour: number;
}

/** Temperature, saturation and vapour pressure at every face of the layers, outer face first, air dry of stored water. */
export function vapourProfile(
  assembly: Assembly,
  regime: Pick<Regime, 'outside' | 'inside'>,
): ProfilePoint[] {
  const grid = makeGrid({ ...assembly, subdivideAbove: Number.POSITIVE_INFINITY });
  const full = { ...regime, share: 1, leak: 0 };
  const n = grid.sd.length;
  const bound = new Float64Array(n);
  limits(grid, full, bound, 0);
  const hull = new Int32Array(n);
  const size = rates(grid, bound, 0, full, new Uint8Array(n), new Float64Array(n), hull);
  return Array.from(bound, (_, k) => {
    let i = 1;
    while (i < size - 1 && hull[i]! < k) i++;
    const [a, b] = [hull[i - 1]!, hull[i]!];
    const share = (grid.sd[k]! - grid.sd[a]!) / (grid.sd[b]! - grid.sd[a]!);
    const t = temperatureAt(grid, full, k);
    return {
      r: grid.r[k]!,
      t,
      saturation: saturationPressureFast(t),
      vapour: bound[a]! + share * (bound[b]! - bound[a]!),
    };
  });
}

/** Less air than this, m3/s per m2, is none: a litre in thirty years. */
const NO_FLOW = 1e-12;

/** Vapour concentration of an air less that at a face, kg/m3, with the face at saturation. */
const driveOf = ({ t, p }: Air, saturation: number, face: number) =>
  p / (R_VAPOUR * (t + 273.15)) - saturation / (R_VAPOUR * (face + 273.15));

/** What the air of a regime brings to a face of so much vapour pressure and degC, kg/(m2 s); it takes when below 0. */
const broughtTo = ({ leak, vent = 0, inside, outside }: Regime, saturation: number, face: number) =>
  leak * driveOf(inside, saturation, face) + vent * driveOf(outside, saturation, face);

interface Grid {
  /** Cumulative sd and thermal resistance (rse included) at each interface, outer face first. */
  sd: Float64Array;
  r: Float64Array;
  total: number;
  /** Index of the skin's inner face. */
  skin: number;
  /** A metal skin lets nothing out: what the standard calls sd >= 1500 m is taken as closed. */
  closed: boolean;
}

function makeGrid({ rse, rsi, layers, subdivideAbove = 0.25 }: Assembly): Grid {
  const parts = layers.map(l => Math.max(1, Math.min(8, Math.ceil(l.resistance / subdivideAbove))));
  const sd = new Float64Array(parts.reduce((a, b) => a + b, 1));
  const r = new Float64Array(sd.length);
  r[0] = rse;
  let k = 0;
  layers.forEach((layer, i) => {
    const count = parts[i]!;
    for (let p = 0; p < count; p++) {
      k++;
      sd[k] = sd[k - 1]! + Math.max(layer.sd, 1e-4) / count;
      r[k] = r[k - 1]! + layer.resistance / count;
    }
  });
  return { sd, r, total: r[k]! + rsi, skin: parts[0]!, closed: layers[0]!.sd >= 1500 };
}

const temperatureAt = (grid: Grid, { outside, inside }: Regime, k: number) =>
  outside.t + (grid.r[k]! / grid.total) * (inside.t - outside.t);

/**
 * Saturation pressure at every interface, with the air's own at both ends: what the vapour pressure may reach.
 * Written into `bound` from `at` on; small arrays of their own would cost more than the sums.
 */
function limits(
  { r, total }: Grid,
  regime: Pick<Regime, 'outside' | 'inside'>,
  bound: Float64Array,
  at: number,
): void {
  const last = r.length - 1;
  const outside = regime.outside.t;
  const slope = (regime.inside.t - outside) / total;
  for (let k = 0; k <= last; k++) bound[at + k] = saturationPressureFast(outside + slope * r[k]!);
  bound[at] = Math.min(bound[at]!, regime.outside.p);
  bound[at + last] = Math.min(bound[at + last]!, regime.inside.p);
}

interface Solver {
  /** Gain of every interface, kg/(m2 s), in regime `j` of period `index` while `water` says what is wet; null when nothing moves. The next call overwrites it. */
  net(index: number, j: number, water: Float64Array): Float64Array | null;
}

/** Kept from run to run, for a fresh one of a few kB a bay is what the collector would live on; runs never overlap. */
let workspace = new Float64Array(0);

function makeSolver(grid: Grid, periods: Period[], keep = false): Solver {
  const n = grid.sd.length;
  const starts: number[] = [];
  let count = 0;
  for (const { regimes } of periods) {
    starts.push(count);
    count += regimes.length;
  }
  if (!keep && workspace.length < count * n) workspace = new Float64Array(count * n);
  const bounds = keep ? new Float64Array(count * n) : workspace;
  for (let i = 0; i < periods.length; i++)
    for (let j = 0; j < periods[i]!.regimes.length; j++)
      limits(grid, periods[i]!.regimes[j]!, bounds, (starts[i]! + j) * n);
  const wet = new Uint8Array(n);
  const rate = new Float64Array(n);
  const hull = new Int32Array(n);
  const staysDry = new Uint8Array(count);
  for (let i = 0; i < periods.length; i++)
    periods[i]!.regimes.forEach((regime, j) => {
      staysDry[starts[i]! + j] = neverWets(regime, bounds, (starts[i]! + j) * n, n) ? 1 : 0;
    });
  return {
    net(index, j, water) {
      const regime = starts[index]! + j;
      let stored = 0;
      for (let k = 0; k < n; k++) stored |= wet[k] = water[k]! > 0 ? 1 : 0;
      if (stored === 0 && staysDry[regime] === 1) return null;
      rates(grid, bounds, regime * n, periods[index]!.regimes[j]!, wet, rate, hull);
      return rate;
    },
  };
}

/**
 * Gain of each interface in one regime. The vapour pressure is the tightest line under the saturation curve
 * between the points where it is fixed (both ends and wet interfaces): a lower convex hull over sd. Returns the
 * number of points on the hull.
 */
function rates(
  grid: Grid,
  bound: Float64Array,
  at: number,
  regime: Regime,
  wet: Uint8Array,
  rate: Float64Array,
  hull: Int32Array,
): number {
  const { sd, skin } = grid;
  const last = sd.length - 1;
  rate.fill(0);
  let size = 0;
  let floor = 0;
  for (let k = 0; k <= last; k++) {
    const p = bound[at + k]!;
    while (size - 1 > floor) {
      const b = hull[size - 1]!;
      const a = hull[size - 2]!;
      // Whether b lies under the line from a to k, to 1e-12 Pa/m; without a quotient, for this is the innermost loop.
      const [toB, toK] = [sd[b]! - sd[a]!, sd[k]! - sd[a]!];
      const low = bound[at + a]!;
      if ((bound[at + b]! - low) * toK < (p - low - 1e-12 * toK) * toB) break;
      size--;
    }
    hull[size++] = k;
    if (wet[k] !== 0) floor = size - 1;
  }
  for (let i = 1; i < size - 1; i++) {
    const a = hull[i - 1]!;
    const k = hull[i]!;
    const b = hull[i + 1]!;
    const inflow = (bound[at + b]! - bound[at + k]!) / (sd[b]! - sd[k]!);
    const outflow = grid.closed && a < skin ? 0 : (bound[at + k]! - bound[at + a]!) / (sd[k]! - sd[a]!);
    rate[k] = DELTA_AIR * (inflow - outflow);
  }
  const through = regime.leak + (regime.vent ?? 0);
  if (through > NO_FLOW) {
    const t = temperatureAt(grid, regime, skin);
    const gain = broughtTo(regime, bound[at + skin]!, t);
    const next = size > 2 ? hull[1]! : last;
    if (gain > 0 || wet[skin] !== 0) rate[skin] = rate[skin]! + gain;
    else if (grid.closed && next > skin && next < last) {
      // The skin is dry, but what passes it takes vapour from the nearest wet place, on its way through what lies between.
      const perPressure = 1 / (R_VAPOUR * (t + 273.15));
      const driving = broughtTo(regime, bound[at + next]!, t) / (through * perPressure);
      rate[next] =
        rate[next]! + driving / (1 / (through * perPressure) + (sd[next]! - sd[skin]!) / DELTA_AIR);
    }
  }
  return size;
}

function advance(water: Float64Array, solver: Solver, index: number, j: number, seconds: number): void {
  let left = seconds;
  for (let guard = 0; left > 1e-6 && guard < 200; guard++) {
    const net = solver.net(index, j, water);
    if (!net) return;
    let dt = left;
    let first = -1;
    for (let k = 0; k < water.length; k++) {
      if (net[k]! < 0 && -water[k]! / net[k]! < dt) {
        dt = -water[k]! / net[k]!;
        first = k;
      }
    }
    for (let k = 0; k < water.length; k++) water[k] = Math.max(0, water[k]! + net[k]! * dt);
    if (first >= 0) water[first] = 0;
    left -= dt;
  }
}
