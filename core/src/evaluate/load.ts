import type { LayUp } from '../buildup/index.ts';
import type { Library } from '../materials/index.ts';
import type { Shell } from '../model/index.ts';
import { type AxleLoads, axleLoads, type MassLine, massLines, withMore } from '../order/load/index.ts';

/** What is added to the van's mass, kg. */
export interface LoadResult {
  /** By zone and material. */
  lines: MassLine[];
  /** Of supplies that stay in the van, kg; 0 until they were counted. */
  supplies: number;
  /** By zone, supplies among it; one without any is left out. */
  zones: ReadonlyMap<string, number>;
  /** Of everything, kg. */
  mass: number;
  /** What the axles carry; null where nobody entered them. */
  axles: AxleLoads | null;
}

export function loadOf(shell: Shell, laid: LayUp, library: Library): LoadResult {
  const lines = massLines([...laid.covers, ...laid.extras], library);
  const zones = new Map<string, number>();
  for (const { zone, mass } of lines) zones.set(zone, (zones.get(zone) ?? 0) + mass);
  let mass = 0;
  for (const share of zones.values()) mass += share;
  return { lines, supplies: 0, zones, mass, axles: axleLoads(shell, laid, library) };
}

/** The same with supplies that stay in the van, kg by zone id. */
export function withSupplies(
  load: LoadResult,
  shell: Shell,
  stays: Readonly<Record<string, number>>,
): LoadResult {
  const zones = new Map(load.zones);
  let supplies = 0;
  for (const [zone, mass] of Object.entries(stays)) {
    zones.set(zone, (zones.get(zone) ?? 0) + mass);
    supplies += mass;
  }
  const axles = load.axles && withMore(load.axles, shell, stays);
  return { ...load, supplies, zones, mass: load.mass + supplies, axles };
}
