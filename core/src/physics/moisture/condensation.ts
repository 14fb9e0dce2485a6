import { type Air, DELTA_AIR, FACE_HOLDS, R_VAPOUR, saturationPressureFast } from '../air/index.ts';

/** Layers from the outer face inward, skin first: resistance m2K/W and sd m of each. */
export interface Assembly {
  /** Outer film, m2K/W. */
  rse: number;
  /** Inner film, m2K/W. */
  rsi: number;
  /** Skin first: m2K/W and m, and water its open pores can take, kg/m2; none when left out. */
  layers: { resistance: number; sd: number; pores?: number }[];
  /** Water a face holds before it runs off, kg/m2; 0.2 when left out (ISO 13788, from memory). */
  faces?: number;
  /** Layers of more resistance than this are subdivided; 0.25 m2K/W as in ISO 13788. */
  subdivideAbove?: number;
}

export interface Regime {
  /** Share of the period. */
  share: number;
  outside: Air;
  inside: Air;
  /** Room air that passes the skin's inner face, m3/s per m2. */
  leak: number;
  /** Air from outdoors that does; none when left out. */
  vent?: number;
  /** How far the skin's temperature less the room's swings about its mean, K (standard deviation), for whoever reckons the air; not at all when left out. */
  swings?: number;
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
  /** What ran off or dripped in each period, for a face holds no more, kg/m2. */
  ran: Float64Array;
  /** In a year. */
  periods: number;
  /** Computed. */
  years: number;
}

/**
 * Interstitial condensation and drying, period by period over several years from a dry start (ISO 13788:2012
 * clause 6, from memory), with three additions: a metal skin is closed, not merely tight; a period may be made of
 * regimes (occupied, empty, day), taken one after the other so that one takes out what another put in; and air that
 * leaks in from the room or from outdoors wets or dries the skin. Layers above 0.25 m2K/W are subdivided. At a period's
 * end every face keeps what it can hold (ISO 13788, from memory: 200 g/m2 where nothing soaks it up), the rest has run off.
 */
export function condensation(assembly: Assembly, periods: Period[], years = 5): Condensation {
  const grid = makeGrid(assembly);
  return run(grid, makeSolver(grid, periods), periods, years);
}

/**
 * The same again and again: `leak` and `vent` of the periods' regimes may be changed between calls, nothing else. As
 * long as no regime that is come to wets any place but the skin, the skin's gain in each is known once and for all but
 * for the air, and a year is a sum.
 */
export function condensations(assembly: Assembly, periods: Period[]): (years?: number) => Condensation {
  const grid = makeGrid(assembly);
  const skin = new SkinAlone(grid, periods);
  const inYear = periods.length;
  let solver: Solver | null = null;
  return (years = 5) => {
    if (solver) return run(grid, solver, periods, years);
    const total = new Float64Array(inYear * years);
    const ran = new Float64Array(inYear * years);
    const most = grid.holds[grid.skin]!;
    let water = 0;
    for (let year = 0; year < years; year++) {
      const before = water;
      let k = 0;
      for (let i = 0; i < inYear; i++) {
        const { seconds, regimes } = periods[i]!;
        for (const regime of regimes) water = skin.after(water, k++, regime, seconds * regime.share);
        if (water > most) {
          ran[year * inYear + i] = water - most;
          water = most;
        }
        total[year * inYear + i] = water;
      }
      if (skin.failed) {
        solver = makeSolver(grid, periods, true);
        return run(grid, solver, periods, years);
      }
      // A year that ends as it began repeats itself.
      if (Math.abs(water - before) >= 1e-12) continue;
      for (let i = (year + 1) * inYear; i < total.length; i++) {
        total[i] = total[i - inYear]!;
        ran[i] = ran[i - inYear]!;
      }
      break;
    }
    return { water: total, atSkin: total, ran, periods: inYear, years };
  };
}

/** What of a regime has been found. */
const [ASKED, DRY_FOUND, WET_FOUND] = [1, 2, 4];

/** A skin that alone is wetted: what it gains in each regime without leak, found when it is first asked for. */
class SkinAlone {
  /** Whether another place was found to be wetted. */
  failed = false;
  readonly #grid: Grid;
  readonly #found: Uint8Array;
  readonly #staysDry: Uint8Array;
  /** Of a dry and of a wet skin, kg/(m2 s); what drives a leak of either air, kg/m3. */
  readonly #dry: Float64Array;
  readonly #wet: Float64Array;
  readonly #driving: Float64Array;
  readonly #ofOutside: Float64Array;
  readonly #bound: Float64Array;
  readonly #rate: Float64Array;
  readonly #hull: Int32Array;
  readonly #nothing: Uint8Array;
  readonly #wetSkin: Uint8Array;

  constructor(grid: Grid, periods: readonly Period[]) {
    const n = grid.sd.length;
    const count = periods.reduce((sum, p) => sum + p.regimes.length, 0);
    this.#grid = grid;
    this.#found = new Uint8Array(count);
    this.#staysDry = new Uint8Array(count);
    this.#dry = new Float64Array(count);
    this.#wet = new Float64Array(count);
    this.#driving = new Float64Array(count);
    this.#ofOutside = new Float64Array(count);
    this.#bound = new Float64Array(n);
    this.#rate = new Float64Array(n);
    this.#hull = new Int32Array(n);
    this.#nothing = new Uint8Array(n);
    this.#wetSkin = new Uint8Array(n);
    this.#wetSkin[grid.skin] = 1;
  }

  /** Water after so many seconds of the k-th regime, kg/m2. */
  after(water: number, k: number, regime: Regime, seconds: number): number {
    if (water <= 0) {
      if (this.#found[k] === 0) this.#ask(k, regime);
      if (this.#staysDry[k] === 1) return water;
    }
    let left = seconds;
    let now = water;
    const { leak, vent = 0 } = regime;
    if (now > 0) {
      if ((this.#found[k]! & WET_FOUND) === 0) this.#find(k, regime, WET_FOUND);
      const rate = this.#wet[k]! + leak * this.#driving[k]! + vent * this.#ofOutside[k]!;
      const gone = rate < 0 ? -now / rate : Number.POSITIVE_INFINITY;
      if (gone >= left) return now + rate * left;
      now = 0;
      left -= gone;
    }
    if (left <= 1e-6 || this.#staysDry[k] === 1) return now;
    if ((this.#found[k]! & DRY_FOUND) === 0) this.#find(k, regime, DRY_FOUND);
    const gain = leak * this.#driving[k]! + vent * this.#ofOutside[k]!;
    return now + (this.#dry[k]! + Math.max(0, gain)) * left;
  }

  /** Whether a dry skin stays dry: by the saturation of the outermost places alone. */
  #ask(k: number, { outside, inside }: Regime): void {
    const { r, total } = this.#grid;
    const most = Math.max(outside.p, inside.p);
    const slope = (inside.t - outside.t) / total;
    const least = (at: number) => saturationPressureFast(outside.t + slope * r[at]!);
    this.#staysDry[k] = least(1) >= most && least(r.length - 2) >= most ? 1 : 0;
    this.#found[k] = ASKED;
  }

  #find(k: number, regime: Regime, what: number): void {
    const [grid, bound, rate] = [this.#grid, this.#bound, this.#rate];
    const { outside, inside } = regime;
    if (this.#found[k] === 0) this.#ask(k, regime);
    limits(grid, regime, bound, 0);
    const still = { share: 1, outside, inside, leak: 0 };
    rates(grid, bound, 0, still, what === WET_FOUND ? this.#wetSkin : this.#nothing, rate, this.#hull);
    if (elsewhere(rate, grid.skin)) this.failed = true;
    (what === WET_FOUND ? this.#wet : this.#dry)[k] = rate[grid.skin]!;
    const t = temperatureAt(grid, regime, grid.skin);
    this.#driving[k] = driveOf(inside, bound[grid.skin]!, t);
    this.#ofOutside[k] = driveOf(outside, bound[grid.skin]!, t);
    this.#found[k] = this.#found[k]! | what;
  }
}

/** Whether any interface but one gains or loses. */
function elsewhere(rate: Float64Array, but: number): boolean {
  for (let k = 0; k < rate.length; k++) if (k !== but && rate[k] !== 0) return true;
  return false;
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
  const ran = new Float64Array(periods.length * years);
  for (let step = 0; step < total.length; step++) {
    const index = step % periods.length;
    const { seconds, regimes } = periods[index]!;
    for (let j = 0; j < regimes.length; j++)
      if (regimes[j]!.share > 0) advance(water, solver, index, j, seconds * regimes[j]!.share);
    let sum = 0;
    for (let k = 0; k < n; k++) {
      const over = water[k]! - grid.holds[k]!;
      if (over > 0) {
        water[k] = grid.holds[k]!;
        ran[step]! += over;
      }
      sum += water[k]!;
    }
    total[step] = sum;
    atSkin[step] = water[grid.skin]!;
    if (step % periods.length < periods.length - 1) continue;
    // A year that ends as it began repeats itself.
    if (water.every((w, k) => Math.abs(w - yearStart[k]!) < 1e-12)) {
      const from = step + 1 - periods.length;
      for (let i = step + 1; i < total.length; i++) {
        total[i] = total[from + ((i - from) % periods.length)]!;
        atSkin[i] = atSkin[from + ((i - from) % periods.length)]!;
        ran[i] = ran[from + ((i - from) % periods.length)]!;
      }
      break;
    }
    yearStart.set(water);
  }
  return { water: total, atSkin, ran, periods: periods.length, years };
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

/** Less air than this, m3/s per m2, is none. */
const NO_FLOW = 1e-20;

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
  /** What each interface can hold, kg/m2. */
  holds: Float64Array;
  /** Index of the skin's inner face. */
  skin: number;
  /** A metal skin lets nothing out: what the standard calls sd >= 1500 m is taken as closed. */
  closed: boolean;
}

function makeGrid({ rse, rsi, layers, faces = FACE_HOLDS, subdivideAbove = 0.25 }: Assembly): Grid {
  const parts = layers.map(l => Math.max(1, Math.min(8, Math.ceil(l.resistance / subdivideAbove))));
  const sd = new Float64Array(parts.reduce((a, b) => a + b, 1));
  const r = new Float64Array(sd.length);
  const holds = new Float64Array(sd.length).fill(faces);
  r[0] = rse;
  let k = 0;
  layers.forEach((layer, i) => {
    const count = parts[i]!;
    for (let p = 0; p < count; p++) {
      k++;
      sd[k] = sd[k - 1]! + Math.max(layer.sd, 1e-4) / count;
      r[k] = r[k - 1]! + layer.resistance / count;
      const half = (layer.pores ?? 0) / count / 2;
      holds[k - 1]! += half;
      holds[k]! += half;
    }
  });
  // A closed skin is bare metal to what lies before it: water runs down it, whatever stands beside.
  const closed = layers[0]!.sd >= 1500;
  if (closed) holds[parts[0]!] = faces;
  return { sd, r, holds, total: r[k]! + rsi, skin: parts[0]!, closed };
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
