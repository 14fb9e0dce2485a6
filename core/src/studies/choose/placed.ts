import type { BuildUp, Placement, Zone } from '../../model/index.ts';
import type { Asked, LayUpOption } from './options.ts';

/** A placement with what was picked for each zone; all else, and the bays of what stays, as it is. */
export function placed(
  zones: readonly Zone[],
  picked: readonly LayUpOption[],
  { placement }: Pick<Asked, 'placement'>,
): Placement {
  const there = new Set(placement.buildUps.map(b => b.id));
  const stays = (i: number) =>
    picked[i]!.buildUp === placement.buildUps.find(b => b.id === placement.zones[zones[i]!.id]);
  const assigned = { ...placement.zones };
  const added = new Map<string, BuildUp>();
  for (const [i, zone] of zones.entries()) {
    if (stays(i)) continue;
    const { buildUp } = picked[i]!;
    // Zones that get the same share one build-up; ids are its own, whatever an earlier proposal used.
    const same = JSON.stringify([buildUp.layers, buildUp.seams]);
    let own = added.get(same);
    if (!own) {
      let n = 1;
      while (there.has(`best-${zone.id}-${n}`)) n++;
      own = { ...buildUp, id: `best-${zone.id}-${n}` };
      there.add(own.id);
      added.set(same, own);
    }
    assigned[zone.id] = own.id;
  }
  const changed = new Set(zones.flatMap((z, i) => (stays(i) ? [] : z.bays.map(b => b.id))));
  const bays = Object.fromEntries(Object.entries(placement.bays).filter(([bay]) => !changed.has(bay)));
  const used = new Set([...Object.values(assigned), ...Object.values(bays)]);
  return {
    buildUps: [...placement.buildUps.filter(b => used.has(b.id)), ...added.values()],
    zones: assigned,
    bays,
    sheets: placement.sheets,
  };
}
