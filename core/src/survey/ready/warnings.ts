import { buildUpOf, type Placement, type Ready, type Shell } from '../../model/index.ts';
import { holeUnready } from './holes.ts';
import { rustState } from './rust.ts';

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
  shell: Shell,
  ready: Ready,
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
    const why = covered(h.bay) ? holeUnready(h) : null;
    return why ? [{ bay: h.bay, about: h.id, says: `${h.name} ${why}.` }] : [];
  });
  const rust = ready.rust.flatMap(r =>
    covered(r.bay) && rustState(r, Number.POSITIVE_INFINITY).bare
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
