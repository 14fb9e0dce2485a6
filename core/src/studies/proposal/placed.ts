import type { BuildUp, Placement, Zone } from '../../model/index.ts';
import type { Candidate } from './candidate.ts';
import type { ChoiceQuestion } from './options.ts';

/** A placement with what was picked for each zone; all else, and what stays, as it is. */
export function placed(
  zones: readonly Zone[],
  picked: readonly Candidate[],
  { placement }: Pick<ChoiceQuestion, 'placement'>,
): Placement {
  const there = new Set(placement.buildUps.map(b => b.id));
  // What was there is weighed under its own name; what is made is named anew.
  const stays = (i: number) => picked[i]!.buildUp.id === placement.zones[zones[i]!.id];
  const assigned = { ...placement.zones };
  const bays = { ...placement.bays };
  const ribs = { ...placement.ribs };
  const added = new Map<string, BuildUp>();
  // Places that get the same share one build-up; ids are its own, whatever an earlier proposal used.
  const idOf = (zone: Zone, buildUp: BuildUp): string => {
    const same = JSON.stringify([buildUp.layers, buildUp.seams]);
    let own = added.get(same);
    if (!own) {
      let n = 1;
      while (there.has(`best-${zone.id}-${n}`)) n++;
      own = { ...buildUp, id: `best-${zone.id}-${n}` };
      there.add(own.id);
      added.set(same, own);
    }
    return own.id;
  };
  for (const [i, zone] of zones.entries()) {
    if (stays(i)) continue;
    const pick = picked[i]!;
    assigned[zone.id] = idOf(zone, pick.buildUp);
    for (const { id } of zone.bays) {
      const own = pick.bays[id];
      if (own === undefined) delete bays[id];
      else bays[id] = own && idOf(zone, own);
    }
    if (pick.ribs) ribs[zone.id] = pick.ribs;
    else delete ribs[zone.id];
  }
  const used = new Set([...Object.values(assigned), ...Object.values(bays)]);
  const { ribs: _, ...rest } = placement;
  return {
    ...rest,
    buildUps: [...placement.buildUps.filter(b => used.has(b.id)), ...added.values()],
    zones: assigned,
    bays,
    ...(Object.keys(ribs).length > 0 && { ribs }),
  };
}
