import { type Facts, holeUnready, nextFixingStep, rustState, uncut } from '../../log/index.ts';
import { buildUpOf, type Design, type Placement } from '../../model/index.ts';

export interface ReadyWarning {
  bay: string;
  /** The hole or rust spot. */
  about: string;
  says: string;
}

/** What is not made ready before bays are covered, of the whole van or of `bays` alone: holes unmade, unprimed or untested, old ones open; rust without primer; pillars and sills without wax. */
export function readyWarnings(
  { shell, ready }: Pick<Design, 'shell' | 'ready'>,
  facts: Facts,
  placement: Placement,
  bays?: ReadonlySet<string>,
): ReadyWarning[] {
  const zoneOf = new Map(shell.zones.flatMap(z => z.bays.map(b => [b.id, z.id] as const)));
  // A bay that is bare yet is to be covered as well: what it wants, it wants before.
  const asked = (bay: string) => (bays ? bays.has(bay) : zoneOf.has(bay));
  const covered = (bay: string) => (buildUpOf(placement, zoneOf.get(bay)!, bay)?.layers.length ?? 0) > 0;
  const holes = ready.holes.flatMap(h => {
    const why = asked(h.bay) ? holeUnready(facts.holes.get(h.id) ?? uncut) : null;
    return why ? [{ bay: h.bay, about: h.id, says: `${h.name} ${why}.` }] : [];
  });
  const rust = ready.rust.flatMap(r =>
    asked(r.bay) && rustState(facts.rust.get(r.id) ?? [], Number.POSITIVE_INFINITY, r.grade).bare
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
  const fixings = ready.fixings.flatMap(f => {
    const next =
      f.becomes === 'closed' && asked(f.bay) ? nextFixingStep(facts.fixings.get(f.id) ?? []) : null;
    const what = f.count > 1 ? `${f.count} old holes are` : `The ${f.kind} is`;
    return next ? [{ bay: f.bay, about: f.id, says: `${what} not ${next}.` }] : [];
  });
  // Once for a pillar or sill, at the first covered bay that hides it: a matter of the whole zone.
  const voids = (bays ? [] : shell.zones).flatMap(zone => {
    const hides = zone.bays.find(b => covered(b.id));
    return zone.pockets.flatMap(p => {
      const waxed = facts.serviced.get(p.id)?.includes('cavity wax');
      return hides && !waxed && (p.kind === 'sill' || p.kind === 'pillar')
        ? [
            {
              bay: hides.id,
              about: p.id,
              says: `${p.kind === 'sill' ? 'Sill' : 'Pillar'} ${p.id} has had no cavity wax: lined, it is hard to reach.`,
            },
          ]
        : [];
    });
  });
  return [...holes, ...rust, ...fixings, ...voids];
}
