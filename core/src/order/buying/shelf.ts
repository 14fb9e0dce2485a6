import type { WorkshopEntry } from '../../model/index.ts';
import type { Offcut } from '../cutting/index.ts';

/** A rest on the shelf. */
export interface Rest extends Offcut {
  /** Where it is kept, in words. */
  where: string;
  /** When it was put there. */
  at: string;
}

/** What stands on the shelf after everything that happened: supplies as they were last counted, rests that are left. */
export function shelfOf(entries: readonly WorkshopEntry[]): { supplies: Map<string, number>; rests: Rest[] } {
  const supplies = new Map<string, number>();
  const rests = new Map<string, Rest>();
  for (const { at, fact } of entries) {
    if (fact.kind === 'counted') supplies.set(fact.supply, fact.amount);
    else if (fact.kind === 'rest kept') {
      const { kind: _, rest, ...size } = fact;
      rests.set(rest, { id: rest, at, ...size });
    } else if (fact.kind === 'rest gone') {
      const own = rests.get(fact.rest);
      if (own) rests.set(fact.rest, { ...own, count: own.count - fact.count });
    }
  }
  return { supplies, rests: [...rests.values()].filter(r => r.count > 0) };
}
