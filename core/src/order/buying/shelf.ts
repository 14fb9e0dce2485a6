import type { WorkshopEntry } from '../../model/index.ts';
import type { Offcut } from '../cutting/index.ts';

/** A rest on the shelf. */
export interface Rest extends Offcut {
  /** Where it is kept, in words. */
  where: string;
  /** When it was put there. */
  at: string;
  /** SHA-256 of its picture; left out where there is none. */
  photo?: string;
}

/** A price as it was put, and when. */
export interface PutPrice {
  /** Of a pack. */
  price: number;
  at: string;
}

/** The shelf, and what its supplies cost. */
export interface ShelfNow {
  /** Amounts by id, in their units. */
  supplies: Map<string, number>;
  /** What of them is kept for which van: amounts by van, by supply. */
  booked: Map<string, Map<string, number>>;
  /** Own prices of supplies by id, all that stood, the latest last. */
  prices: Map<string, PutPrice[]>;
  /** What may be cut from. */
  rests: Rest[];
}

/** What stands on the shelf after everything that happened: supplies as they were last counted, rests that are left. */
export function shelfOf(entries: readonly WorkshopEntry[]): ShelfNow {
  const booked = new Map<string, Map<string, number>>();
  const prices = new Map<string, PutPrice[]>();
  const supplies = new Map<string, number>();
  const rests = new Map<string, Rest>();
  for (const { at, fact } of entries) {
    if (fact.kind === 'counted') supplies.set(fact.supply, fact.amount);
    else if (fact.kind === 'booked') {
      const vans = booked.get(fact.supply) ?? new Map<string, number>();
      booked.set(fact.supply, vans.set(fact.van, fact.amount));
    } else if (fact.kind === 'priced') {
      const own = prices.get(fact.supply) ?? [];
      // Taken back, the one before stands again.
      prices.set(fact.supply, fact.price === null ? own.slice(0, -1) : [...own, { price: fact.price, at }]);
    } else if (fact.kind === 'rest kept') {
      const { kind: _, rest, ...size } = fact;
      rests.set(rest, { id: rest, at, ...size });
    } else if (fact.kind === 'rest gone') {
      const own = rests.get(fact.rest);
      if (own) rests.set(fact.rest, { ...own, count: own.count - fact.count });
    }
  }
  return { supplies, booked, prices, rests: [...rests.values()].filter(r => r.count > 0) };
}

/** Amounts at hand for some vans: what is kept for others is not theirs. */
export function suppliesFor(
  { supplies, booked }: Pick<ShelfNow, 'supplies' | 'booked'>,
  vans: ReadonlySet<string>,
): Map<string, number> {
  return new Map(
    [...supplies].map(([supply, amount]) => {
      const others = [...(booked.get(supply) ?? [])].filter(([van]) => !vans.has(van));
      return [supply, Math.max(0, amount - others.reduce((sum, [, own]) => sum + own, 0))];
    }),
  );
}
