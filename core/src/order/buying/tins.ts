import type { Supply } from '../../materials/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';

/** A size that a supply is sold in. */
export interface Size {
  key: string;
  /** In one pack, in the supply's unit. */
  amount: number;
  /** Of one pack. */
  price: number;
}

/** The sizes a supply is sold in, the usual one first; its key is the supply's own, so that what was ordered under it stays. */
export function sizesOf(
  { id, amount, price, larger }: Supply,
  priceOf: (key: string) => number | null,
): Size[] {
  const sizes = [{ key: id, amount, price }];
  if (larger) sizes.push({ key: `${id}/${larger.amount}`, ...larger });
  return sizes.map(s => ({ ...s, price: priceOf(s.key) ?? s.price }));
}

/** Whole packs that hold so much of something. */
export const packsFor = (need: number, { amount }: { amount: number }): number =>
  Math.max(0, Math.ceil(need / amount - ROUNDING));

/** Packs of each size that do for so much at the least price; of those, the fewest. */
export function cheapestPacks(need: number, [usual, larger]: readonly Size[]): number[] {
  if (!larger) return [packsFor(need, usual!)];
  let best: { packs: number[]; cost: number } | null = null;
  // From the most of the larger down: as cheap with more of the smaller is no better.
  for (let n = packsFor(need, larger); n >= 0; n--) {
    const packs = [packsFor(need - n * larger.amount, usual!), n];
    const cost = packs[0]! * usual!.price + n * larger.price;
    if (!best || cost < best.cost - 0.005) best = { packs, cost };
  }
  return best!.packs;
}

/** Packs of each size still to get, of those that a list has, for so much more. */
export function packsOpen(
  need: number,
  [usual, larger]: readonly Size[],
  listed: readonly number[],
): number[] {
  if (!larger) return [Math.min(listed[0]!, packsFor(need, usual!))];
  const [few, many] = [listed[0]!, listed[1]!];
  const n = Math.min(many, Math.floor(need / larger.amount + ROUNDING));
  const rest = packsFor(need - n * larger.amount, usual!);
  return rest <= few || n === many ? [Math.min(few, rest), n] : [0, n + 1];
}
