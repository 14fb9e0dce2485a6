import type { Library } from '@overcoat/core/materials';
import type { Placement } from '@overcoat/core/model';
import { contentKey } from '@overcoat/jobs/contentKey';
import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { ownOf } from '../api/own.ts';
import { payBy } from './pays.ts';

/** What was last to pay of a variant, and for what. */
interface Told {
  /** Names what is laid and how it is cut. */
  laid: string;
  /** Names prices, what is at hand, and whether it is the first time. */
  priced: string;
  total: number;
  /** When, ms. */
  at: number;
}

interface MovedPay {
  told: Record<string, Told>;
  tell(key: string, told: Told): void;
}

/** Variants that are remembered, the one told longest ago first to go. */
const MOST = 60;

/** Of this device: what each variant was last to pay, as its person saw it. */
export const useMovedPay = create<MovedPay>()(
  persist(
    set => ({
      told: {},
      tell: (key, told) =>
        set(s => {
          const all = Object.entries({ ...s.told, [key]: told }).sort(([, a], [, b]) => a.at - b.at);
          return { told: Object.fromEntries(all.slice(-MOST)) };
        }),
    }),
    { name: 'overcoat-last-pay', storage: createJSONStorage(() => localStorage) },
  ),
);

/** What the total of a variant rests on by now; null until all of it is read. */
export function tellingOf(
  van: Parameters<typeof payBy>[0],
  placement: Placement,
  library: Library,
  variant: string,
  total: number,
): Told | null {
  const by = payBy(van, variant);
  const own = ownOf(library);
  if (!by || !own) return null;
  const { offcuts, supplies, prices, firstTime, ...laidBy } = by;
  return {
    laid: contentKey('laid', van.shell, placement, ...Object.values(laidBy)),
    priced: contentKey('priced', own.materials, own.prices, offcuts, supplies, prices, firstTime),
    total,
    at: Date.now(),
  };
}

/** By how much a total moved though nothing that is laid did; null where it did not, or for another reason. */
export const movedBy = (before: Told | undefined, now: Told): number | null =>
  before &&
  before.laid === now.laid &&
  before.priced !== now.priced &&
  Math.abs(now.total - before.total) >= 1
    ? now.total - before.total
    : null;
