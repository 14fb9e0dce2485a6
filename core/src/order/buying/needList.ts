import { type Supply, supplyOf } from '../../materials/index.ts';

/** So much of a supply, what for, and by which pieces or tasks. */
export interface Need {
  supply: Supply;
  /** In its unit. */
  need: number;
  why: string;
  /** Ids of the pieces, or names of the tasks, that use it. */
  uses: string[];
  /** Relative standard error by the survey. */
  error: number;
  /** What would do the same work instead, and how much of it; left out where nothing would. */
  instead?: { supply: Supply; need: number };
}

/** What a van uses, as a list for several has it: after its name, which is empty in a list of its own. */
export const usedBy = (name: string, use: string): string => (name === '' ? use : `${name}: ${use}`);

/** Needs gathered by what is bought. */
export class NeedList {
  private readonly found = new Map<string, Need>();

  /** A listed supply. Throws RangeError for one that is not. */
  add(id: string, need: number, why: string, uses: readonly string[]): void {
    this.put(supplyOf(id), need, why, uses);
  }

  /** Any supply; nothing of it, or for nobody, is left out. */
  put(
    supply: Supply,
    need: number,
    why: string,
    uses: readonly string[],
    instead: Need['instead'] | null = null,
  ): void {
    if (need <= 0 || uses.length === 0) return;
    const own = this.found.get(supply.id);
    if (!own) {
      this.found.set(supply.id, {
        supply,
        need,
        why,
        uses: [...uses],
        error: 0,
        ...(instead ? { instead } : {}),
      });
      return;
    }
    own.need += need;
    if (instead) own.instead = { supply: instead.supply, need: (own.instead?.need ?? 0) + instead.need };
    const known = new Set(own.uses);
    own.uses.push(...uses.filter(u => !known.has(u)));
    if (!own.why.includes(why)) own.why += `; ${why}`;
  }

  /** In the order in which each was first needed. */
  all(): Need[] {
    return [...this.found.values()];
  }
}

/** What several vans need, each with its name: sums, but of what lasts as much as the one that needs most of it. */
export function joinNeeds(vans: readonly { name: string; needs: readonly Need[] }[]): Need[] {
  const joined = new Map<string, Need>();
  for (const { name, needs } of vans)
    for (const n of needs) {
      const uses = n.uses.map(u => usedBy(name, u));
      const own = joined.get(n.supply.id);
      if (!own) {
        joined.set(n.supply.id, { ...n, uses });
        continue;
      }
      if (!n.supply.lasts)
        own.error = Math.hypot(own.error * own.need, n.error * n.need) / (own.need + n.need);
      own.need = n.supply.lasts ? Math.max(own.need, n.need) : own.need + n.need;
      own.uses.push(...uses);
      if (!own.why.includes(n.why)) own.why += `; ${n.why}`;
      if (n.instead)
        own.instead = { supply: n.instead.supply, need: (own.instead?.need ?? 0) + n.instead.need };
    }
  return [...joined.values()];
}
