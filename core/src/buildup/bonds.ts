import { type Library, materialOf } from '../materials/index.ts';
import { buildUpOf, type Material, type Placement, type Shell } from '../model/index.ts';
import { directionOf } from './roles.ts';

/** What holds something up under the roof, and the heat it bears, degC. */
interface Bond {
  /** The adhesive, or the material with an adhesive of its own. */
  by: Material;
  /** degC. */
  limit: number;
}

/**
 * The bond overhead that lets go first as the roof warms: of what lies in ceilings, its own adhesive's or that of what
 * fixes it, by their heat limits. Null where nothing overhead is glued, or no limit is known.
 */
export function weakestBondOverhead(shell: Shell, placement: Placement, library: Library): Bond | null {
  let weakest: Bond | null = null;
  for (const zone of shell.zones) {
    if (directionOf(zone.kind) !== 'up') continue;
    for (const bay of zone.bays)
      for (const layer of buildUpOf(placement, zone.id, bay.id)?.layers ?? []) {
        if (layer.role === 'air gap') continue;
        const material = materialOf(library, layer.material);
        const by = material.fixedWith ? materialOf(library, material.fixedWith) : material;
        const limit = by.bondLimit;
        if (limit !== null && (weakest === null || limit < weakest.limit)) weakest = { by, limit };
      }
  }
  return weakest;
}
