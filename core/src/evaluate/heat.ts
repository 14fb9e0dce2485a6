import {
  bayUValue,
  directionOf,
  frontAtNight,
  isScreened,
  type LaidBay,
  type LayUp,
  sectionAt,
  totalResistance,
} from '../buildup/index.ts';
import type { Library } from '../materials/index.ts';
import {
  type Brief,
  type Design,
  inCab,
  isWithin,
  type Placement,
  type Shell,
  type Zone,
} from '../model/index.ts';
import { RSE } from '../physics/heat/index.ts';
import { keptClear, meanDepth, openingSize, unionArea } from '../survey/geometry/index.ts';
import { type Bridge, type PointLoss, pointsOf, zoneBridges } from '../van/bridges/index.ts';
import { cabFactor, conducts, FILM, type FrontPass, factoryTrim, frontPass } from '../van/cab/index.ts';
import { glazing, type Screen } from '../van/climate/index.ts';

/** Heat one zone loses, W/K. */
interface ZoneHeat {
  zone: Zone;
  /** Clear bays. */
  bays: number;
  /** Its details by length, m, and what each metre adds, W/mK. */
  bridges: Bridge[];
  /** What ribs and rails add to the clear bays; what bay ends, window edges and door frames add. */
  ribs: number;
  edges: number;
  /** Windows and hatches, m2 and W/m2K. */
  openings: { id: string; area: number; uValue: number }[];
  /** Metal through the insulation at points, and what all of it adds. */
  points: PointLoss[];
  pointLoss: number;
  /** Where fill stays away from what must be free: by bay, m2 and what each of them adds, W/m2K; and all of it, W/K. */
  kept: { bay: string; area: number; adds: number }[];
  keptLoss: number;
  /** All of these, between the airs on its two sides. */
  conductance: number;
  /** Of the difference between the load space and outside, what lies across it: less than 1 round the cab, 0 for what parts the two. */
  factor: number;
  /** What it takes of the load space's heat: conductance times factor. */
  loss: number;
}

/** The cab on the design night, when nothing changes. */
interface CabHeat {
  /** Where its air stands between outside (0) and the load space (1). */
  factor: number;
  /** degC. */
  t: number;
  /** All its zones to outside, W/K. */
  conductance: number;
  /** What parts it from the load space. */
  front: FrontPass;
  /** What passes that for each kelvin between the two airs, W/K. */
  through: number;
  /** What it takes of the load space's heat for each kelvin to outside, W/K. */
  loss: number;
  /** The same as a share of what the van loses, 0 to 1. */
  share: number;
}

/**
 * Heat loss of a van: clear bays, openings, ribs, rails, ends, window edges and door frames by two-dimensional
 * sections, and metal through the insulation at points.
 */
export interface HeatResult {
  /** U-value by bay, W/m2K. */
  bays: ReadonlyMap<string, number>;
  /** In the order of the shell. */
  zones: ZoneHeat[];
  /** Null where nobody has surveyed it. */
  cab: CabHeat | null;
  /** Of the load space, by its own zones and by the cab on the design night, W/K. */
  loss: number;
  /** So much less while the variant's screens are up and its curtain is drawn, W/K; 0 without any. */
  saved: number;
  /** With all of it up for the nights, as the van is used: what all figures of heat count, W/K. */
  asUsed: number;
}

/** Share of the heated hours that screens and curtains are up: nights. A guess. */
export const UP = 0.5;

/** Of the heat lost with screens and curtain down: what goes by ribs, 0 to 1; the cab's are in the cab's share. */
export const ribShare = ({ zones, loss }: HeatResult): number =>
  zones.reduce((sum, z) => (inCab(z.zone.kind) ? sum : sum + z.factor * z.ribs), 0) / Math.max(1e-9, loss);

/** The cab's factor is that of a night with at least so many kelvin between inside and outside. */
const LEAST_DIFFERENCE = 1;

export function heatOf(
  shell: Shell,
  brief: Brief,
  { bays, cases }: LayUp,
  library: Library,
  up: Pick<Placement, 'screens' | 'curtain'> = {},
): HeatResult {
  const us = cases.map(({ buildUp, bay, kind }) => {
    const u = bayUValue(buildUp?.layers ?? [], bay, kind, shell, library);
    if (isWithin(kind) || (kind === 'bulkhead' && shell.cab)) return between(u);
    return buildUp ? u : 1 / (1 / u + factoryTrim(kind));
  });
  const uOf = (bay: LaidBay) => us[bay.like.index]!;
  const byBay = new Map<string, number>();
  for (const b of bays.values()) byBay.set(b.bay.id, uOf(b));
  const zones = shell.zones.map(zone => zoneHeat(shell, zone, bays, uOf, library));
  const cab = cabOf(shell, brief, zones);
  for (const z of zones) {
    if (cab && inCab(z.zone.kind)) z.factor = cab.factor;
    z.loss = z.factor * z.conductance;
  }
  const loss = zones.reduce((sum, z) => sum + z.loss, 0);
  const saved = loss - lossWhileUp({ shell, brief }, { zones, loss }, up);
  return {
    bays: byBay,
    zones,
    cab: cab && { ...cab, share: cab.loss / loss },
    loss,
    saved,
    asUsed: loss - UP * saved,
  };
}

/** The load space's loss while what is put up is up, of a van whose heat is known, W/K. */
export function lossWhileUp(
  { shell, brief }: Pick<Design, 'shell' | 'brief'>,
  { zones, loss }: Pick<HeatResult, 'zones' | 'loss'>,
  up: Pick<Placement, 'screens' | 'curtain'>,
): number {
  const front = frontAtNight(shell, up);
  const screened = zones.map(z => ({ ...z, conductance: z.conductance - screensSave(z, up) }));
  const same = screened.every((z, i) => z.conductance === zones[i]!.conductance);
  if (same && front === (shell.cab?.front ?? null)) return loss;
  const cab = cabOf(shell.cab && front ? { ...shell, cab: { ...shell.cab, front } } : shell, brief, screened);
  return screened.reduce(
    (sum, z) => sum + (cab && inCab(z.zone.kind) ? cab.factor : z.factor) * z.conductance,
    0,
  );
}

/** What the screens of one zone's panes save between the airs on its two sides, W/K. */
const screensSave = ({ zone }: ZoneHeat, up: Pick<Placement, 'screens'>): number =>
  zone.openings.reduce((sum, o) => {
    if (!isScreened(o, up)) return sum;
    const u = (screen: Screen) => glazing(o.glazing, directionOf(zone.kind), screen).uValue;
    return sum + openingSize(o) * (u('none') - u(o.screen ?? 'inside'));
  }, 0);

/** A U-value with an inside film on both faces, as between two airs of a van, W/m2K. */
const between = (u: number): number => 1 / (1 / u - RSE + FILM);

/** The cab's air where as much comes through the front as leaves to outside. */
function cabOf(shell: Shell, { cabin, designNight }: Brief, zones: readonly ZoneHeat[]): CabHeat | null {
  if (!shell.cab) return null;
  const sum = (keep: (z: ZoneHeat) => boolean) =>
    zones.reduce((total, z) => (keep(z) ? total + z.conductance : total), 0);
  const conductance = sum(z => inCab(z.zone.kind));
  const { front, passage } = shell.cab;
  const pass = frontPass(
    front,
    passage,
    sum(z => z.zone.kind === 'bulkhead'),
  );
  const inside = Math.max(cabin, designNight + LEAST_DIFFERENCE);
  const factor = cabFactor(pass, conductance, inside, designNight);
  const t = designNight + factor * (inside - designNight);
  const through = conducts(pass, inside, t);
  return { factor, t, conductance, front: pass, through, loss: factor * conductance, share: 0 };
}

function zoneHeat(
  shell: Shell,
  zone: Zone,
  bays: LayUp['bays'],
  uOf: (bay: LaidBay) => number,
  library: Library,
): ZoneHeat {
  const bridges = zoneBridges(shell, zone, bays, uOf, library);
  const parts = isWithin(zone.kind) || (zone.kind === 'bulkhead' && shell.cab !== undefined);
  const openings = zone.openings.map(o => {
    const u = glazing(o.glazing, directionOf(zone.kind)).uValue;
    return { id: o.id, area: openingSize(o), uValue: parts ? between(u) : u };
  });
  let clear = 0;
  const kept: ZoneHeat['kept'] = [];
  for (const { id } of zone.bays) {
    const laid = bays.get(id)!;
    clear += laid.area * uOf(laid);
    const free = keptFree(shell, laid, uOf(laid), library);
    if (free) kept.push(free);
  }
  const keptLoss = kept.reduce((sum, k) => sum + k.area * k.adds, 0);
  let [ribs, edges, glass] = [0, 0, 0];
  for (const b of bridges)
    if (b.what === 'rib' || b.what === 'rail') ribs += b.length * b.adds;
    else edges += b.length * b.adds;
  for (const o of openings) glass += o.area * o.uValue;
  const points = pointsOf(shell, zone, bays, library);
  const pointLoss = points.reduce((sum, p) => sum + p.point.count * p.adds, 0);
  const conductance = clear + ribs + edges + glass + pointLoss + keptLoss;
  return {
    zone,
    bays: clear,
    bridges,
    ribs,
    edges,
    openings,
    points,
    pointLoss,
    kept,
    keptLoss,
    conductance,
    factor: parts ? 0 : 1,
    loss: 0,
  };
}

/** Where a bay's fill stays away from what must be free, and what a square metre there loses more by; null for nowhere. */
function keptFree(
  shell: Shell,
  { zone, bay, buildUp, area }: LaidBay,
  u: number,
  library: Library,
): ZoneHeat['kept'][number] | null {
  if (!buildUp || isWithin(zone.kind)) return null;
  const free = Math.min(area, unionArea(keptClear(zone, bay, 'fill')));
  if (free === 0) return null;
  const without = buildUp.layers.filter(l => l.role !== 'fill');
  // A hand's breadth: its own depth is nobody's reading, the bay's middle speaks for it.
  const section = sectionAt(without, meanDepth(bay), zone.kind, shell, library);
  const adds = Math.max(0, 1 / totalResistance(section, zone.kind) - u);
  return { bay: bay.id, area: free, adds };
}
