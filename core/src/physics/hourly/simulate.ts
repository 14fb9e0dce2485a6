import { MoistSection, type Passing, type SectionCase } from './section.ts';

export interface HourlyCase extends SectionCase {
  /** Room air that passes the skin's inner face, m3/s per m2. */
  leak: number;
}

/** What the case meets hour by hour, one value an hour over whole years; a shorter series repeats. */
export interface HourlyAir {
  /** degC. */
  outside: Float64Array;
  /** Heat the skin takes from sun less what it gives the sky, W/m2. */
  gain: Float64Array;
  /** degC. */
  inside: Float64Array;
  /** Vapour pressure inside, Pa. */
  vapour: Float64Array;
  /** Air that passes the skin in an hour; the case's own leak when left out. */
  passing?(hour: number): Passing;
}

/** Where the water is at one moment. */
export interface WaterPlaces {
  /** Hours from the start. */
  hour: number;
  /** Free water at the skin, kg/m2. */
  skin: number;
  /** Free water in each layer, kg/m2. */
  free: number[];
  /** Bound water of each layer, kg/m2. */
  bound: number[];
}

export interface HourlyResult {
  /** Computed. */
  hours: number;
  /** Free water at the skin at each hour's end, kg/m2. */
  skinWater: Float32Array;
  /** Free water in all places together, kg/m2. */
  water: Float32Array;
  /** Its temperature, degC. */
  skin: Float32Array;
  /** At the skin, 0 to 1. */
  humidity: Float32Array;
  /** Temperature at the back of the room-side layer, where a lining is wetted, degC. */
  back: Float32Array;
  /** There, 0 to 1. */
  backHumidity: Float32Array;
  /** When there is most free water in all. */
  wettest: WaterPlaces;
  /** When there is most away from the skin. */
  reversed: WaterPlaces;
  /** Bound water in all layers at the end, kg/m2. */
  bound: number;
  /** Its mean over all hours, kg/m2. */
  meanBound: number;
  /** What ran down the skin or dripped from layers that were full, kg/m2. */
  runOff: number;
  /** Of it, from layers, kg/m2. */
  dripped: number;
  /** Net vapour in from the room through the layers, kg/m2. */
  diffused: number;
  /** Net vapour in with leaking air, kg/m2. */
  leaked: number;
  /** Mean heat from the room, W/m2. */
  heat: number;
  /** Largest imbalance of water, as a share of what went through. */
  waterBalance: number;
  /** The same of energy. */
  energyBalance: number;
  /** Tridiagonal systems solved, and how many unknowns each had. */
  sweeps: { count: number; nodes: number };
}

const HOUR = 3600;

/**
 * A build-up over hours, at steps of one hour unless `step` (s) says otherwise: see `MoistSection`. Freezing and
 * liquid flow are left out. Series are read in a ring, so two years over a year's series show what stays.
 */
export function simulateHourly(model: HourlyCase, air: HourlyAir, hours: number, step = HOUR): HourlyResult {
  const section = new MoistSection(model, step);
  const own = { room: model.leak, outside: 0, met: 1, t: 0, v: 0 };
  const { nodes: n, layerOf, t, p, sat, bound, free, back, face } = section;
  const result: HourlyResult = {
    hours,
    skinWater: new Float32Array(hours),
    water: new Float32Array(hours),
    skin: new Float32Array(hours),
    humidity: new Float32Array(hours),
    back: new Float32Array(hours),
    backHumidity: new Float32Array(hours),
    wettest: NOWHERE,
    reversed: NOWHERE,
    bound: 0,
    meanBound: 0,
    runOff: 0,
    dripped: 0,
    diffused: 0,
    leaked: 0,
    heat: 0,
    waterBalance: 0,
    energyBalance: 0,
    sweeps: { count: 0, nodes: n },
  };
  const atStart = section.water();
  const heatAtStart = section.stored();
  let [heatIn, heatOut, latent, through] = [0, 0, 0, 0];
  const wettest = { most: 1e-6, hour: 0, free: new Float64Array(n), bound: new Float64Array(n) };
  const reversed = { most: 1e-6, hour: 0, free: new Float64Array(n), bound: new Float64Array(n) };
  for (let h = 0; h < hours; h++) {
    const i = h % air.outside.length;
    const outside = air.outside[i]! + air.gain[i]! * model.rse;
    const [inside, room] = [air.inside[i]!, air.vapour[i]!];
    const leak = air.passing?.(i) ?? own;
    section.advance(outside, inside, room, leak);
    result.leaked += (section.leaked + section.vented) * step;
    result.diffused += section.diffused * step;
    through += (Math.abs(section.leaked) + Math.abs(section.vented) + Math.abs(section.diffused)) * step;
    result.runOff += section.ranOff + section.dripped;
    result.dripped += section.dripped;
    latent += section.latent;
    heatIn += section.heatIn * step;
    heatOut += section.heatOut * step;
    let sum = 0;
    let inLayers = 0;
    for (let k = 0; k < n; k++) {
      sum += free[k]!;
      inLayers += bound[k]!;
    }
    result.skinWater[h] = free[face]!;
    result.water[h] = sum;
    result.skin[h] = t[face]!;
    result.humidity[h] = p[face]! / sat[face]!;
    result.back[h] = t[back]!;
    result.backHumidity[h] = p[back]! / sat[back]!;
    result.meanBound += inLayers / hours;
    if (sum > wettest.most) keep(wettest, sum, h, section);
    if (sum - free[face]! > reversed.most) keep(reversed, sum - free[face]!, h, section);
  }
  result.wettest = placesOf(wettest, face, layerOf, model.layers.length);
  result.reversed = placesOf(reversed, face, layerOf, model.layers.length);
  for (let k = 0; k < n; k++) if (layerOf[k]! >= 0) result.bound += bound[k]!;
  result.sweeps.count = section.sweeps;
  result.heat = heatIn / (hours * step);
  const net = section.water() + result.runOff - atStart;
  result.waterBalance = through > 0 ? Math.abs(net - result.leaked - result.diffused) / through : 0;
  const warmed = section.stored() - heatAtStart;
  result.energyBalance =
    Math.abs(heatIn + latent - heatOut - warmed) / Math.max(Math.abs(heatIn) + Math.abs(heatOut), 1);
  return result;
}

interface Snapshot {
  most: number;
  hour: number;
  free: Float64Array;
  bound: Float64Array;
}

function keep(snapshot: Snapshot, most: number, hour: number, { free, bound }: MoistSection): void {
  snapshot.most = most;
  snapshot.hour = hour;
  snapshot.free.set(free);
  snapshot.bound.set(bound);
}

const NOWHERE: WaterPlaces = { hour: 0, skin: 0, free: [], bound: [] };

function placesOf(
  { hour, free, bound }: Snapshot,
  face: number,
  layerOf: Int16Array,
  layers: number,
): WaterPlaces {
  const sum = (of: Float64Array) =>
    Array.from({ length: layers }, (_, layer) =>
      of.reduce((total, water, k) => (layerOf[k] === layer ? total + water : total), 0),
    );
  return { hour, skin: free[face]!, free: sum(free), bound: sum(bound) };
}
