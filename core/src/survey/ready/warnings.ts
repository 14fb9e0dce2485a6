import { type Facts, holeUnready, rustState, uncut } from '../../log/index.ts';
import { buildUpOf, type Design, type Placement } from '../../model/index.ts';

export interface ReadyWarning {
  /** Id of the bay. */
  bay: string;
  /** The hole or rust spot. */
  about: string;
  /** In words. */
  says: string;
}

/** What is not made ready in each bay that has a build-up, or in `bays` alone: holes unmade, unprimed or untested; rust without primer. */
export function readyWarnings(
  { shell, ready }: Pick<Design, 'shell' | 'ready'>,
  facts: Facts,
  placement: Placement,
  bays?: ReadonlySet<string>,
): ReadyWarning[] {
  const zoneOf = new Map(shell.zones.flatMap(z => z.bays.map(b => [b.id, z.id] as const)));
  const covered = (bay: string) => {
    if (bays) return bays.has(bay);
    const zone = zoneOf.get(bay);
    return zone !== undefined && (buildUpOf(placement, zone, bay)?.layers.length ?? 0) > 0;
  };
  const holes = ready.holes.flatMap(h => {
    const why = covered(h.bay) ? holeUnready(facts.holes.get(h.id) ?? uncut) : null;
    return why ? [{ bay: h.bay, about: h.id, says: `${h.name} ${why}.` }] : [];
  });
  const rust = ready.rust.flatMap(r =>
    covered(r.bay) && rustState(facts.rust.get(r.id) ?? [], Number.POSITIVE_INFINITY).bare
      ? [
          {
            bay: r.bay,
            about: r.id,
            says:
              r.grade === 'hole'
                ? 'A rusted hole is not patched and primed.'
                : 'Rust is not treated and primed.',
          },
        ]
      : [],
  );
  return [...holes, ...rust];
}
