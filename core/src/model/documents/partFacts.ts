import { HOLE_STEPS } from '../lists/index.ts';

type Json = Record<string, unknown>;

/**
 * A design of format 2, which kept what happened inside itself, as one of format 3 and the log entries it held. Their
 * ids follow from what they tell, so that the same fact read twice (from the server and from a file) stands once.
 */
export function partFacts(design: Json): { design: Json; log: Json[] } {
  const shell = design.shell as Json | undefined;
  const ready = design.ready as Json | undefined;
  const variants = design.variants as Json[] | undefined;
  // What is too broken to be brought up is left for the schema to name its mistakes.
  if (!Array.isArray(shell?.zones) || !ready || !Array.isArray(variants))
    return { design: { ...design, format: 3 }, log: [] };
  const [rust, holes, taps, strip, photos, flags] = (
    ['rust', 'holes', 'taps', 'strip', 'photos', 'flags'] as const
  ).map(kind => (Array.isArray(ready[kind]) ? (ready[kind] as Json[]) : []));
  const zones = shell.zones as Json[];
  const log = new EntriesOf(zones);

  for (const { id, bay, done } of rust!)
    for (const { step, at } of (done ?? []) as Json[])
      log.note(`${id}-${step}`, { kind: 'rust step', step }, { bay, about: id, at });
  for (const hole of holes!) holeEntries(hole, log);
  for (const { id: bay, before, after } of taps!) {
    if (before) log.note(`${bay}-bare`, { kind: 'knock', on: 'bare', sounds: before }, { bay });
    if (after) log.note(`${bay}-damped`, { kind: 'knock', on: 'damped', sounds: after }, { bay });
  }
  for (const { id, zone, ...item } of strip!) log.note(String(id), { kind: 'taken out', ...item }, { zone });
  for (const { id, bay, about, at, ...photo } of photos!)
    log.note(String(id), { kind: 'photo', ...photo }, { bay, about, at });
  for (const { id: bay, note } of flags!) log.note(`${bay}-flag`, { kind: 'flag', note }, { bay });

  const pads = new Map(taps!.filter(t => Number(t.pads) > 0).map(t => [t.id, t.pads]));
  const padded = (bay: Json) => (pads.has(bay.id) ? { ...bay, pads: pads.get(bay.id) } : bay);
  return {
    design: {
      ...design,
      format: 3,
      shell: { ...shell, zones: zones.map(z => ({ ...z, bays: (z.bays as Json[]).map(padded) })) },
      ready: {
        rust: rust!.map(({ done: _, ...spot }) => spot),
        holes: holes!.map(({ state: _, tests: __, ...hole }) => hole),
      },
      built: variants[0]?.id,
    },
    log: log.entries,
  };
}

/** Steps up to a hole's state and its tests among them: after a leak it must have been bonded again. */
function holeEntries({ id, bay, state, tests }: Json, log: EntriesOf): void {
  const steps: readonly string[] = HOLE_STEPS;
  const about = { bay, about: id };
  const tested = (tests ?? []) as Json[];
  let at = 'planned';
  let again = 0;
  const step = (name: string) => {
    log.note(`${id}-${name}${again ? `-${again}` : ''}`, { kind: 'hole step', step: name }, about);
    at = name;
  };
  const reached =
    state === 'leak-tested' || (tested.length > 0 && state !== 'planned')
      ? steps.length
      : steps.indexOf(String(state)) + 1;
  for (const name of steps.slice(0, reached)) step(name);
  tested.forEach(({ by, on, result }, i) => {
    again = i + 1;
    if (at !== 'bonded' && reached === steps.length) step('bonded');
    log.note(`${id}-test-${again}`, { kind: 'leak test', by, result }, { ...about, at: on });
    at = result === 'dry' ? 'leak-tested' : 'edge primed';
  });
  again++;
  if (reached > 0 && at !== state && steps.includes(String(state))) step(String(state));
}

class EntriesOf {
  readonly entries: Json[] = [];
  private readonly zoneOf: Map<unknown, unknown>;
  private readonly taken = new Set<string>();

  constructor(zones: readonly Json[]) {
    this.zoneOf = new Map(zones.flatMap(z => (z.bays as Json[]).map(b => [b.id, z.id] as const)));
  }

  note(name: string, fact: Json, { bay, zone = this.zoneOf.get(bay), about, at }: Json): void {
    this.entries.push({
      id: this.idFor(name),
      ...(at === undefined ? {} : { at }),
      place: { ...(zone === undefined ? {} : { zone }), ...(bay === undefined ? {} : { bay }) },
      ...(about === undefined ? {} : { about }),
      fact,
    });
  }

  private idFor(name: string): string {
    const stem = `2-${name.replaceAll(' ', '-')}`.slice(0, 58);
    let id = stem;
    for (let n = 2; this.taken.has(id); n++) id = `${stem}-${n}`;
    this.taken.add(id);
    return id;
  }
}
