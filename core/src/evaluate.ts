import { type Bridge, zoneBridges } from './bridge/index.ts';
import {
  assemblyOf,
  bayUValue,
  directionOf,
  type Fit,
  fitBuildUp,
  leakPath,
  SEAM_GAP,
  sectionAt,
  tightLayer,
} from './buildup/index.ts';
import { ABSORPTANCE, designNight, facingOf, type Month, monthsOf, solarGain } from './climate/index.ts';
import { glazing, RSE, RSI } from './heat/index.ts';
import { type MassLine, massLines } from './load/index.ts';
import type { Library } from './materials/index.ts';
import {
  type Bay,
  type Brief,
  type BuildUp,
  buildUpOf,
  type Design,
  type Placement,
  type Shell,
  type Zone,
} from './model/index.ts';
import {
  type Air,
  type Assembly,
  type Condensation,
  condensation,
  dewPoint,
  drying,
  type Glass,
  leakFlow,
  NIGHT_HOURS,
  type Period,
  skinGain,
} from './moisture/index.ts';
import { bayArea, measuredBays } from './shell/index.ts';
import { type TakeOff, takeOff } from './takeoff/index.ts';

/** Water in one bay, kg/m2, over five years from a dry October. */
export interface BayMoisture {
  /** Highest in the first year, and the month (0 January) it falls in. */
  peak: number;
  peakMonth: number;
  /** Highest in all five years. */
  highest: number;
  /** Month by which the first winter's water is gone; null if it stays. */
  goneBy: number | null;
  /** What is added from the fourth to the fifth year; 0 when it dries each year. */
  growth: number;
  /** At the end of each month, October of the first year on. */
  months: Condensation['water'];
  /** Taken up on one design night of 12 h: through the layers, and through open joints. */
  nightDiffusion: number;
  nightLeakage: number;
  /** Inner face of the skin on the design night, degC. */
  skin: number;
  /** Summer days for 100 g/m2 to dry; Infinity if never. */
  daysToDry: number;
  /** What open joints take out of a wet skin on such a day, kg/(m2 s). */
  dryingLeakage: number;
  /** Joints of the airtight layer, m per m2. */
  seamLength: number;
}

export type DampState = 'bare' | 'dry' | 'dries' | 'grows';

export interface BayResult {
  bay: Bay;
  zone: Zone;
  buildUp: BuildUp | null;
  area: number;
  uValue: number;
  fit: Fit | null;
  moisture: BayMoisture | null;
  damp: DampState;
}

export interface ZoneResult {
  zone: Zone;
  area: number;
  mass: number;
  cost: number;
  /** W/K of clear bays; of ribs and rails beyond them; of bay ends, window edges and door frames. */
  bays: number;
  bridges: Bridge[];
  ribs: number;
  edges: number;
  openings: { id: string; area: number; uValue: number }[];
  heatLoss: number;
  /** Most the lining stands inside the rib face, m. */
  taken: number;
}

/** Everything the views show of one placement; SI units. */
export interface Evaluation {
  bays: Map<string, BayResult>;
  zones: ZoneResult[];
  takeOff: TakeOff;
  massLines: MassLine[];
  mass: number;
  cost: number;
  heatLoss: number;
  headroom: { bare: number; ceiling: number; floor: number; left: number };
  damp: { state: DampState; worst: BayResult | null; bareBays: number };
  misfits: BayResult[];
  night: { outside: Air; inside: Air; dewPoint: number };
  measured: { measured: number; total: number };
}

/**
 * The single result all views read: fit, heat, moisture, load, take-off and cost of one placement on the design's
 * shell under its brief. Heat loss counts clear bays, openings, and ribs, rails, ends, window edges
 * and door frames by two-dimensional sections. Throws RangeError for
 * an unknown material: `checkDesign` finds those first.
 */
export function evaluate(
  design: Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  library: Library,
): Evaluation {
  const { shell, brief } = design;
  const order = takeOff(shell, placement, library);
  const climate = climateFor(shell, brief);
  const cache = new Map<string, Shared>();
  const bays = new Map<string, BayResult>();
  for (const zone of shell.zones)
    for (const bay of zone.bays)
      bays.set(bay.id, evaluateBay({ shell, placement, library, order, climate, cache }, zone, bay));
  const lines = massLines(order.covers, library);
  const zones = shell.zones.map(zone =>
    evaluateZone(zone, bays, lines, order, zoneBridges(shell, zone, placement, library)),
  );
  const sum = (pick: (z: ZoneResult) => number) => zones.reduce((total, z) => total + pick(z), 0);
  const most = (kind: Zone['kind']) =>
    Math.max(0, ...zones.filter(z => z.zone.kind === kind).map(z => z.taken));
  const ceiling = most('ceiling');
  const floor = most('floor');
  const results = [...bays.values()];
  return {
    bays,
    zones,
    takeOff: order,
    massLines: lines,
    mass: sum(z => z.mass),
    cost: order.cost,
    heatLoss: sum(z => z.heatLoss),
    headroom: { bare: shell.height.value, ceiling, floor, left: shell.height.value - ceiling - floor },
    damp: worstDamp(results),
    misfits: results.filter(r => r.fit?.misfit),
    night: { ...climate.night, dewPoint: dewPoint(climate.night.inside.p) },
    measured: measuredBays(shell),
  };
}

interface VanClimate {
  months: Month[];
  night: { outside: Air; inside: Air };
}

/** Climate at the bays: people's water and the glass that takes some of it. */
function climateFor(shell: Shell, brief: Brief): VanClimate {
  const glass = glassOf(shell);
  return { months: monthsOf(brief, glass), night: designNight(brief, glass) };
}

/** All glass of a shell as one pane. */
export function glassOf(shell: Shell): Glass {
  let area = 0;
  let f = 0;
  for (const zone of shell.zones)
    for (const o of zone.openings) {
      const a = o.width.value * o.height.value;
      area += a;
      f += a * glazing(o.glazing, directionOf(zone.kind)).fRsi;
    }
  return { area, fRsi: area > 0 ? f / area : 1 };
}

interface Context {
  shell: Shell;
  placement: Placement;
  library: Library;
  order: TakeOff;
  climate: VanClimate;
  cache: Map<string, Shared>;
}

type Shared = Pick<BayResult, 'fit' | 'uValue' | 'moisture' | 'damp'>;

function evaluateBay(context: Context, zone: Zone, bay: Bay): BayResult {
  const buildUp = buildUpOf(context.placement, zone.id, bay.id);
  const { key, height, seamLength } = keyOf(context, zone, bay, buildUp);
  let shared = context.cache.get(key);
  if (!shared) {
    shared = buildUp
      ? lined(context, zone, bay, buildUp, height, seamLength)
      : bareBay(context.shell, zone, context.library);
    context.cache.set(key, shared);
  }
  return { bay, zone, buildUp, area: bayArea(zone, bay), ...shared };
}

/** What a bay's results depend on: bays that share it are computed once. */
function keyOf(
  { order }: Context,
  zone: Zone,
  bay: Bay,
  buildUp: BuildUp | null,
): { key: string; height: number; seamLength: number } {
  const height = stackHeight(zone, bay);
  const seams = buildUp ? order.seams[`${zone.id}/${buildUp.id}`] : undefined;
  const seamLength = seams && seams.area > 0 ? seams.length / seams.area : 0;
  const key = `${buildUp?.id} ${zone.kind} ${bay.depthMin.value} ${bay.depthMax.value} ${height.toFixed(2)} ${seamLength.toFixed(3)}`;
  return { key, height, seamLength };
}

function bareBay(shell: Shell, zone: Zone, library: Library): Shared {
  const skin = library.get(shell.skin.material);
  const r = skin ? shell.skin.thickness.value / skin.conductivity : 0;
  return { fit: null, uValue: 1 / (RSE + r + RSI[directionOf(zone.kind)]), moisture: null, damp: 'bare' };
}

function lined(
  context: Context,
  zone: Zone,
  bay: Bay,
  buildUp: BuildUp,
  height: number,
  seamLength: number,
): Shared {
  const { shell, library, climate } = context;
  const { layers } = buildUp;
  const fit = fitBuildUp(layers, bay, zone.kind, library);
  const uValue = bayUValue(layers, bay, zone.kind, shell, library);
  const { assembly, leakAt } = dampModel(context, zone, bay, buildUp, height, seamLength);
  const missed = buildUp.seams === 'taped' ? 1 - buildUp.sealQuality : 1;
  const gain = gainOf(shell, zone);
  const moisture = bayMoisture(assembly, climate, gain, leakAt(missed), seamLength);
  return { fit, uValue, moisture, damp: dampOf(moisture) };
}

type LeakAt = (cavity: number, room: number) => number;

/** What the moisture methods need of a bay; the leak for any share of its joints missed. */
function dampModel(
  { shell, library }: Context,
  zone: Zone,
  bay: Bay,
  buildUp: BuildUp,
  height: number,
  seamLength: number,
): { assembly: Assembly; leakAt(missed: number): LeakAt } {
  const { layers } = buildUp;
  const section = sectionAt(layers, (bay.depthMin.value + bay.depthMax.value) / 2, zone.kind, shell, library);
  const path = tightLayer(buildUp, library) ? leakPath(layers, section.fit, library) : 'none';
  return {
    assembly: assemblyOf(section, zone.kind),
    leakAt: missed => (cavity, room) =>
      path === 'none'
        ? 0
        : leakFlow({
            seamLength,
            gap: SEAM_GAP,
            missed,
            height,
            room,
            cavity,
            fill: path === 'empty' ? null : path,
          }),
  };
}

/** What the bay that holds most in the first winter does, at one seal quality. */
export interface WettestBay {
  bay: string;
  /** Highest in the first year by months, and taken up on the design night, kg/m2; days for 100 g/m2 to dry. */
  peak: number;
  night: number;
  days: number;
}

/** The wettest bay of a placement at each of some seal qualities (of what is taped at all): far quicker than `evaluate`. */
export function wettestAt(
  design: Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  library: Library,
  seals: readonly number[],
): WettestBay[] {
  const { shell, brief } = design;
  const order = takeOff(shell, placement, library);
  const climate = climateFor(shell, brief);
  const context: Context = { shell, placement, library, order, climate, cache: new Map() };
  const worst: WettestBay[] = seals.map(() => ({ bay: '', peak: -1, night: 0, days: 0 }));
  const seen = new Set<string>();
  for (const zone of shell.zones)
    for (const bay of zone.bays) {
      const buildUp = buildUpOf(placement, zone.id, bay.id);
      const { key, height, seamLength } = keyOf(context, zone, bay, buildUp);
      if (!buildUp || seen.has(key)) continue;
      seen.add(key);
      const { assembly, leakAt } = dampModel(context, zone, bay, buildUp, height, seamLength);
      const gain = gainOf(shell, zone);
      const at = (leak: LeakAt): WettestBay => {
        const night = nightOf(assembly, climate, leak);
        const { water } = condensation(assembly, periodsOf(assembly, climate, gain, leak), 1);
        return {
          bay: bay.id,
          peak: water.reduce((a, b) => Math.max(a, b), 0),
          night: night.diffusion + night.leakage,
          days: drying(assembly, leak).days,
        };
      };
      // What is not taped does not care for the seal.
      const open = buildUp.seams === 'taped' ? null : at(leakAt(1));
      seals.forEach((seal, i) => {
        const here = open ?? at(leakAt(1 - seal));
        if (wetterThan(here, worst[i]!)) worst[i] = here;
      });
    }
  return worst.map(w => ({ ...w, peak: Math.max(0, w.peak) }));
}

/** Height over which a cavity's air can rise: the bay's own on upright panels, little on level ones. */
export function stackHeight(zone: Zone, bay: Bay): number {
  if (zone.kind === 'floor') return 0.02;
  if (zone.kind === 'ceiling' || zone.kind === 'cab overhead') return 0.05;
  return bay.height.value;
}

function bayMoisture(
  assembly: Assembly,
  climate: VanClimate,
  gain: (sun: number) => number,
  leakAt: LeakAt,
  seamLength: number,
): BayMoisture {
  const { water } = condensation(assembly, periodsOf(assembly, climate, gain, leakAt));
  const dried = drying(assembly, leakAt);
  const night = nightOf(assembly, climate, leakAt);
  let peakIndex = 0;
  for (let i = 1; i < 12; i++) if (water[i]! > water[peakIndex]!) peakIndex = i;
  const gone = water.subarray(0, 24).findIndex((w, i) => i > peakIndex && w < 1e-6);
  return {
    peak: water[peakIndex]!,
    peakMonth: climate.months[peakIndex]!.month,
    goneBy: gone < 0 || gone > 11 ? null : climate.months[gone]!.month,
    highest: water.reduce((a, b) => Math.max(a, b), 0),
    growth: Math.max(0, water[59]! - water[47]!),
    months: water,
    nightDiffusion: night.diffusion,
    nightLeakage: night.leakage,
    skin: night.skin,
    daysToDry: dried.days,
    dryingLeakage: dried.leakage,
    seamLength,
  };
}

/** K that sun (W/m2 on a level face) and sky add to the air outside, at the zone's skin. */
function gainOf(shell: Shell, zone: Zone): (sun: number) => number {
  const facing = facingOf(zone.kind);
  return sun => solarGain(facing, ABSORPTANCE[shell.skin.colour], sun, RSE);
}

/** The months as one bay meets them. */
function periodsOf(
  assembly: Assembly,
  { months }: VanClimate,
  gain: (sun: number) => number,
  leakAt: LeakAt,
): Period[] {
  const cavityT = cavityTemperature(assembly);
  return months.map(m => ({
    seconds: m.seconds,
    regimes: m.regimes.map(r => {
      const outside = { t: r.outside.t + gain(r.sun), p: r.outside.p };
      const leak = leakAt(cavityT(outside.t, r.inside.t), r.inside.t);
      return { share: r.share, outside, inside: r.inside, leak };
    }),
  }));
}

/** Taken up on the design night, kg/m2, and the skin's temperature. */
function nightOf(assembly: Assembly, { night }: VanClimate, leakAt: LeakAt) {
  const { outside, inside } = night;
  const leak = leakAt(cavityTemperature(assembly)(outside.t, inside.t), inside.t);
  const gain = skinGain(assembly, { share: 1, outside, inside, leak });
  const seconds = NIGHT_HOURS * 3600;
  return {
    skin: gain.skin,
    diffusion: Math.max(0, gain.diffusion * seconds),
    leakage: Math.max(0, gain.leakage * seconds),
  };
}

/** By the first winter's highest water; by the night where that is the same. */
export const wetterThan = (
  a: Pick<WettestBay, 'peak' | 'night'>,
  b: Pick<WettestBay, 'peak' | 'night'>,
): boolean => a.peak > b.peak || (a.peak === b.peak && a.night > b.night);

/** Mean of the skin's inner face and the back of the lining, as the leak's driving temperature. */
function cavityTemperature({ rse, rsi, layers }: Assembly): (outside: number, inside: number) => number {
  const total = rse + rsi + layers.reduce((sum, l) => sum + l.resistance, 0);
  const skin = (rse + layers[0]!.resistance) / total;
  const back = 1 - (rsi + (layers.length > 1 ? layers.at(-1)!.resistance : 0)) / total;
  return (outside, inside) => outside + ((skin + back) / 2) * (inside - outside);
}

/** Dry: never above 50 g/m2 in five years, a tenth of what DIN 4108-3 allows where nothing soaks it up (from memory). */
const DRY = 0.05;
/** Growth under 1 g/m2 a year is within the method's noise. */
const NOISE = 0.001;

function dampOf(m: BayMoisture): DampState {
  if (m.highest < DRY) return 'dry';
  return m.growth > NOISE ? 'grows' : 'dries';
}

const RANK: Record<DampState, number> = { bare: -1, dry: 0, dries: 1, grows: 2 };

function worstDamp(results: BayResult[]): Evaluation['damp'] {
  const lined = results.filter(r => r.moisture);
  const measure = (r: BayResult) => RANK[r.damp] * 1e6 + r.moisture!.growth * 1e3 + r.moisture!.peak;
  const worst = lined.reduce<BayResult | null>(
    (w, r) => (w === null || measure(r) > measure(w) ? r : w),
    null,
  );
  return { state: worst?.damp ?? 'bare', worst, bareBays: results.length - lined.length };
}

function evaluateZone(
  zone: Zone,
  bays: Map<string, BayResult>,
  lines: MassLine[],
  order: TakeOff,
  bridges: Bridge[],
): ZoneResult {
  const own = zone.bays.map(b => bays.get(b.id)!);
  const openings = zone.openings.map(o => ({
    id: o.id,
    area: o.width.value * o.height.value,
    uValue: glazing(o.glazing, directionOf(zone.kind)).uValue,
  }));
  const clear = own.reduce((sum, r) => sum + r.area * r.uValue, 0);
  const between = (b: Bridge) => b.what === 'rib' || b.what === 'rail';
  const ribs = bridges.reduce((sum, b) => (between(b) ? sum + b.length * b.adds : sum), 0);
  const edges = bridges.reduce((sum, b) => (between(b) ? sum : sum + b.length * b.adds), 0);
  return {
    zone,
    bridges,
    ribs,
    edges,
    area: own.reduce((sum, r) => sum + r.area, 0),
    mass: lines.reduce((sum, l) => (l.zone === zone.id ? sum + l.mass : sum), 0),
    cost: order.costByZone[zone.id] ?? 0,
    bays: clear,
    openings,
    heatLoss: clear + ribs + edges + openings.reduce((sum, o) => sum + o.area * o.uValue, 0),
    taken: Math.max(0, ...own.map(r => (r.fit ? r.fit.proud + r.fit.push : 0))),
  };
}
