import { bayUValue, directionOf, type LaidBay, type LayUp } from '../buildup/index.ts';
import type { Library } from '../materials/index.ts';
import type { Shell, Zone } from '../model/index.ts';
import { openingSize } from '../survey/shell/index.ts';
import { type Bridge, type PointLoss, pointsOf, zoneBridges } from '../van/bridges/index.ts';
import { glazing } from '../van/climate/index.ts';

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
  loss: number;
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
  /** W/K. */
  loss: number;
}

export function heatOf(shell: Shell, { bays, cases }: LayUp, library: Library): HeatResult {
  const us = cases.map(({ buildUp, bay, kind }) =>
    bayUValue(buildUp?.layers ?? [], bay, kind, shell, library),
  );
  const uOf = (bay: LaidBay) => us[bay.like.index]!;
  const byBay = new Map<string, number>();
  for (const b of bays.values()) byBay.set(b.bay.id, uOf(b));
  const zones = shell.zones.map(zone => zoneHeat(shell, zone, bays, uOf, library));
  return { bays: byBay, zones, loss: zones.reduce((sum, z) => sum + z.loss, 0) };
}

function zoneHeat(
  shell: Shell,
  zone: Zone,
  bays: LayUp['bays'],
  uOf: (bay: LaidBay) => number,
  library: Library,
): ZoneHeat {
  const bridges = zoneBridges(shell, zone, bays, uOf, library);
  const openings = zone.openings.map(o => ({
    id: o.id,
    area: openingSize(o),
    uValue: glazing(o.glazing, directionOf(zone.kind)).uValue,
  }));
  let clear = 0;
  for (const { id } of zone.bays) clear += bays.get(id)!.area * uOf(bays.get(id)!);
  let [ribs, edges, glass] = [0, 0, 0];
  for (const b of bridges)
    if (b.what === 'rib' || b.what === 'rail') ribs += b.length * b.adds;
    else edges += b.length * b.adds;
  for (const o of openings) glass += o.area * o.uValue;
  const points = pointsOf(shell, zone, bays, library);
  const pointLoss = points.reduce((sum, p) => sum + p.point.count * p.adds, 0);
  const loss = clear + ribs + edges + glass + pointLoss;
  return { zone, bays: clear, bridges, ribs, edges, openings, points, pointLoss, loss };
}
