import type { LayUp } from '../buildup/index.ts';
import type { Library } from '../materials/index.ts';
import type { Shell } from '../model/index.ts';
import { type AxleLoads, axleLoads, type MassLine, massLines } from '../order/load/index.ts';

/** What is added to the van's mass, kg. */
export interface LoadResult {
  /** By zone and material. */
  lines: MassLine[];
  /** By zone; one without any is left out. */
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
  return { lines, zones, mass, axles: axleLoads(shell, laid, library) };
}
