import type { Design, Entry, FactOf } from '../model/index.ts';
import type { FixingStep } from './fixings.ts';
import { afterFact, type HoleFacts, uncut } from './holes.ts';
import type { RustStepDone } from './rust.ts';
import { type Standing, standing } from './standing.ts';

/** A fact with the bay it lies in as that is called today; null where it is about no bay that is on the map. */
export type Pinned<K extends Standing['fact']['kind'] = Standing['fact']['kind']> = Standing<FactOf<K>> & {
  bay: string | null;
};

export interface Knock {
  /** Before anything was stuck on. */
  bare?: Standing<FactOf<'knock'>>;
  /** After damping. */
  damped?: Standing<FactOf<'knock'>>;
}

/** What happened in the van, as it stands: the state of the shell. */
export interface Facts {
  /** Steps done, by rust spot. */
  rust: ReadonlyMap<string, readonly RustStepDone[]>;
  /** How far each hole is, by hole; one without an entry is not there. */
  holes: ReadonlyMap<string, HoleFacts>;
  /** Steps done to an old hole, by fixing. */
  fixings: ReadonlyMap<string, readonly FixingStep[]>;
  /** What was done in pillars and sills, by pocket. */
  serviced: ReadonlyMap<string, readonly FactOf<'service'>['step'][]>;
  knocks: ReadonlyMap<string, Knock>;
  /** Bays to come back to. */
  flags: ReadonlyMap<string, Standing<FactOf<'flag'>>>;
  /** Photos, wherever they were taken. */
  photos: readonly Pinned<'photo'>[];
  /** What came out of the van. */
  takenOut: readonly Pinned<'taken out'>[];
  /** Every fact that stands, the first taken in first. */
  all: readonly Pinned[];
  /** Those whose bay, rust spot or hole is no longer on the map. */
  offMap: readonly Pinned[];
}

/**
 * What follows from a log, for the shell as it is planned now. `entries` stand in the order in which they were taken
 * in, which decides where two tell differently.
 */
export function factsOf(entries: readonly Entry[], design: Pick<Design, 'shell' | 'ready'>): Facts {
  const today = namesToday(design.shell);
  const zones = new Set(design.shell.zones.map(z => z.id));
  const planned = new Map(
    [...design.ready.rust, ...design.ready.holes, ...design.ready.fixings].map(item => [item.id, item.bay]),
  );
  const pockets = new Set(design.shell.zones.flatMap(z => z.pockets.map(p => p.id)));
  const rust = new Map<string, RustStepDone[]>();
  const holes = new Map<string, HoleFacts>();
  const fixings = new Map<string, FixingStep[]>();
  const serviced = new Map<string, FactOf<'service'>['step'][]>();
  const knocks = new Map<string, Knock>();
  const flags = new Map<string, Standing<FactOf<'flag'>>>();
  const all = standingOnce(entries).map((told): Pinned => {
    const { id, at, by, place, about, fact, corrected } = told;
    const hosted = about === undefined ? undefined : planned.get(about);
    const named = place?.bay;
    const bay = hosted ?? (named === undefined ? null : (today.get(named) ?? null));
    return { id, at, by, place, about, fact, corrected, bay };
  });
  for (const told of all) {
    const { fact, about, bay } = told;
    if (about !== undefined && fact.kind === 'rust step') {
      const done = rust.get(about) ?? [];
      rust.set(about, done);
      done.push({ step: fact.step, at: told.at, entry: told.id });
    }
    if (about !== undefined && fact.kind === 'fixing step')
      fixings.set(about, [...(fixings.get(about) ?? []), fact.step]);
    if (about !== undefined && fact.kind === 'service')
      serviced.set(about, [...(serviced.get(about) ?? []), fact.step]);
    if (about !== undefined && (fact.kind === 'hole step' || fact.kind === 'leak test'))
      holes.set(about, afterFact(holes.get(about) ?? uncut, told));
    if (bay === null) continue;
    if (isOf(told, 'knock')) {
      const knock = knocks.get(bay) ?? {};
      knocks.set(bay, knock);
      knock[told.fact.on] = told;
    }
    if (isOf(told, 'flag')) flags.set(bay, told);
    if (fact.kind === 'flag off') flags.delete(bay);
  }
  const gone = ({ bay, place, about, fact }: Pinned): boolean => {
    const hangs =
      fact.kind === 'rust step' ||
      fact.kind === 'hole step' ||
      fact.kind === 'leak test' ||
      fact.kind === 'fixing step';
    if (fact.kind === 'service') return about === undefined || !pockets.has(about);
    if (hangs) return about === undefined || !planned.has(about);
    if (place?.bay !== undefined) return bay === null;
    return place?.zone !== undefined && !zones.has(place.zone);
  };
  return {
    rust,
    holes,
    fixings,
    serviced,
    knocks,
    flags,
    photos: all.filter(told => isOf(told, 'photo')),
    takenOut: all.filter(told => isOf(told, 'taken out')),
    all,
    offMap: all.filter(gone),
  };
}

/** An edit of the design leaves the log as it is: what stands of it is found once. */
const found = new WeakMap<readonly Entry[], Standing[]>();
function standingOnce(entries: readonly Entry[]): Standing[] {
  const known = found.get(entries) ?? standing(entries);
  found.set(entries, known);
  return known;
}

const isOf = <K extends Pinned['fact']['kind']>(told: Pinned, kind: K): told is Pinned<K> =>
  told.fact.kind === kind;

/** Every name a bay has or had, with the one it has today; a name in use now means the bay that has it now. */
function namesToday(shell: Design['shell']): Map<string, string> {
  const names = new Map<string, string>();
  const bays = shell.zones.flatMap(z => z.bays);
  for (const bay of bays) for (const name of bay.formerly ?? []) names.set(name, bay.id);
  for (const bay of bays) names.set(bay.id, bay.id);
  return names;
}
