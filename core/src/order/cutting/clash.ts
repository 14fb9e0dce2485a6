import type { Pin } from '../../model/index.ts';
import { boxRegion, grown, minus, partsOf, regionOf, withinRegion } from '../pieces/index.ts';
import type { CutGroup } from './cutting.ts';
import { type OnSheet, placedOnSheets } from './steps.ts';

/** What a place on a sheet meets. */
export interface Clash {
  /** Whether it reaches over the sheet's edge. */
  outside: boolean;
  /** Ids of the pieces it overlaps, or is nearer to than the kerf. */
  over: string[];
}

/** Less than this counts as touching, m. */
const TOUCH = 1e-5;

/** What a piece would meet where it is put, among others of its sheet. */
export function clash(
  on: OnSheet,
  others: readonly OnSheet[],
  sheet: { width: number; length: number },
  kerf: number,
): Clash {
  const own = regionOf(on.outline);
  const inside = boxRegion(-TOUCH, -TOUCH, sheet.width + 2 * TOUCH, sheet.length + 2 * TOUCH);
  const reach = grown(own, kerf - TOUCH);
  const over = others.filter(
    o =>
      o.piece.id !== on.piece.id &&
      o.x < on.x + on.width + kerf &&
      on.x < o.x + o.width + kerf &&
      o.y < on.y + on.length + kerf &&
      on.y < o.y + o.length + kerf &&
      partsOf(withinRegion(reach, regionOf(o.outline))).length > 0,
  );
  return { outside: partsOf(minus(own, [inside])).length > 0, over: over.map(o => o.piece.id) };
}

/** The pins of a group that still hold: their piece is cut, their sheet is sold, and they lie inside it, clear of one another. */
export function holdingPins({ key, pieces, problem }: CutGroup, pins: readonly Pin[]): Pin[] {
  const byId = new Map(pieces.map(p => [p.id, p]));
  const held: { pin: Pin; on: OnSheet }[] = [];
  for (const pin of pins) {
    const piece = byId.get(pin.piece);
    const stock = problem.stock.find(s => s.id === pin.stock);
    if (pin.group !== key || !piece?.turns.includes(pin.turn) || !stock) continue;
    const on = placedOnSheets(piece, pin);
    const beside = held.filter(h => h.pin.stock === pin.stock && h.pin.index === pin.index).map(h => h.on);
    const { outside, over } = clash(on, beside, stock, problem.kerf);
    if (!outside && over.length === 0 && !held.some(h => h.pin.piece === pin.piece)) held.push({ pin, on });
  }
  return held.map(h => h.pin);
}
