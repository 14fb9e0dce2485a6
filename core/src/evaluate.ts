import { type Bridge, zoneBridges } from './bridge/index.ts';
import { bayUValue, directionOf, type Fit, fitBuildUp } from './buildup/index.ts';
import { glazing, RSE, RSI } from './heat/index.ts';
import { type MassLine, massLines } from './load/index.ts';
import type { Library } from './materials/index.ts';
import {
  type Bay,
  type BuildUp,
  buildUpOf,
  type Design,
  type Placement,
  type Shell,
  type Zone,
} from './model/index.ts';
import { type Air, dewPoint } from './moisture/index.ts';
import { bayArea, measuredBays } from './shell/index.ts';
import { type TakeOff, takeOff } from './takeoff/index.ts';
import {
  type BayJoints,
  type BayMoisture,
  bayMoisture,
  climateFor,
  type DampState,
  dampModel,
  dampOf,
  gainOf,
  jointsOf,
  missedOf,
  type VanClimate,
} from './wetting/index.ts';

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
  const joints = jointsOf(context.order, zone, bay, buildUp);
  const key = keyOf(zone, bay, buildUp, joints);
  let shared = context.cache.get(key);
  if (!shared) {
    shared = buildUp
      ? lined(context, zone, bay, buildUp, joints)
      : bareBay(context.shell, zone, context.library);
    context.cache.set(key, shared);
  }
  return { bay, zone, buildUp, area: bayArea(zone, bay), ...shared };
}

/** What a bay's results depend on: bays that share it are computed once. */
function keyOf(zone: Zone, bay: Bay, buildUp: BuildUp | null, { height, seamLength }: BayJoints): string {
  return `${buildUp?.id} ${zone.kind} ${bay.depthMin.value} ${bay.depthMax.value} ${height.toFixed(2)} ${seamLength.toFixed(3)}`;
}

function bareBay(shell: Shell, zone: Zone, library: Library): Shared {
  const skin = library.get(shell.skin.material);
  const r = skin ? shell.skin.thickness.value / skin.conductivity : 0;
  return { fit: null, uValue: 1 / (RSE + r + RSI[directionOf(zone.kind)]), moisture: null, damp: 'bare' };
}

function lined(context: Context, zone: Zone, bay: Bay, buildUp: BuildUp, joints: BayJoints): Shared {
  const { shell, library, climate } = context;
  const { layers } = buildUp;
  const fit = fitBuildUp(layers, bay, zone.kind, library);
  const uValue = bayUValue(layers, bay, zone.kind, shell, library);
  const { assembly, leakAt } = dampModel(shell, { zone, bay, buildUp, ...joints }, library);
  const moisture = bayMoisture(
    assembly,
    climate,
    gainOf(shell, zone),
    leakAt(missedOf(buildUp)),
    joints.seamLength,
  );
  return { fit, uValue, moisture, damp: dampOf(moisture) };
}

const RANK: Record<DampState, number> = { bare: -1, dry: 0, dries: 1, grows: 2 };

/** How bad a bay is: by its state, then growth, then peak. */
export const dampRank = ({ damp, moisture }: BayResult): number =>
  RANK[damp] * 1e6 + (moisture?.growth ?? 0) * 1e3 + (moisture?.peak ?? 0);

function worstDamp(results: BayResult[]): Evaluation['damp'] {
  const lined = results.filter(r => r.moisture);
  const worst = lined.reduce<BayResult | null>(
    (w, r) => (w === null || dampRank(r) > dampRank(w) ? r : w),
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
