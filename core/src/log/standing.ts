import type { Entry, Fact } from '../model/index.ts';

/** A fact as it stands after what corrected it. */
export interface Standing<F extends Fact = Fact> {
  /** Of the entry that first told it. */
  id: string;
  /** When, by the clock of what it was noted on; undefined where nobody kept it. */
  at?: string | undefined;
  by?: string | undefined;
  /** Where in the van, as it was called then. */
  place?: Entry['place'] | undefined;
  /** The rust spot or hole it is about. */
  about?: string | undefined;
  fact: F;
  /** Whether a correction put it so. */
  corrected: boolean;
}

/**
 * What stands of a log: every fact in the order in which the entries were taken in, as its last correction puts it;
 * without those that a correction strikes. A correction of what is not there, or of a correction, says nothing.
 */
export function standing(entries: readonly Entry[]): Standing[] {
  const last = new Map<string, Fact | null>();
  for (const { fact } of entries) if (fact.kind === 'correction') last.set(fact.of, fact.instead ?? null);
  const facts: Standing[] = [];
  for (const { id, at, by, place, about, fact } of entries) {
    if (fact.kind === 'correction') continue;
    const put = last.get(id);
    if (put !== null)
      facts.push({ id, at, by, place, about, fact: put ?? fact, corrected: put !== undefined });
  }
  return facts;
}

/** The entry that strikes a fact, or puts another in its place; the caller gives its id and time. */
export const correction = (of: string, instead?: Fact): Pick<Entry, 'fact'> => ({
  fact: { kind: 'correction', of, ...(instead ? { instead } : {}) },
});

/** SHA-256 of the file a fact names, of whatever kind: by its own `hash`, or that of a part of it; null for one that names none. */
export const fileOf = (fact: Fact): string | null => {
  for (const part of [fact, ...Object.values(fact)] as unknown[])
    if (typeof part === 'object' && part !== null && 'hash' in part && typeof part.hash === 'string')
      return part.hash;
  return null;
};
