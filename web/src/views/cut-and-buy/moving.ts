import { type Clash, clash, type OnSheet, placedOnSheets } from '@overcoat/core/order/cutting';
import { distinctTurns } from '@overcoat/core/order/nesting';
import type { CutPiece } from '@overcoat/core/order/pieces';

/** A sheet that pieces are moved on. */
export interface MovedOn {
  width: number;
  length: number;
  kerf: number;
  /** What lies on it. */
  placed: readonly OnSheet[];
  pinned: ReadonlySet<string>;
}

export interface Moved {
  on: OnSheet;
  /** Why it cannot lie there, or null. */
  wrong: string | null;
  /** Pieces that give way to it. */
  gives: string[];
}

/** A piece moved to a place: what it meets there. Pinned pieces stay, others give way. */
export function movedTo(piece: CutPiece, to: { x: number; y: number; turn: number }, sheet: MovedOn): Moved {
  const on = placedOnSheets(piece, to);
  const { outside, over }: Clash = clash(on, sheet.placed, sheet, sheet.kerf);
  const onPinned = over.filter(id => sheet.pinned.has(id));
  return {
    on,
    wrong: outside
      ? 'It reaches over the sheet’s edge.'
      : onPinned.length > 0
        ? `It lies on ${onPinned.join(', ')}, which ${onPinned.length === 1 ? 'is' : 'are'} pinned.`
        : null,
    gives: over.filter(id => !sheet.pinned.has(id)),
  };
}

/** A place drawn to the nearest edges within `reach` (m): those of the sheet and of what lies on it. */
export function snapped(
  at: { x: number; y: number },
  size: { width: number; length: number },
  sheet: MovedOn,
  self: string,
  reach: number,
): { x: number; y: number } {
  const others = sheet.placed.filter(p => p.piece.id !== self);
  const nearest = (value: number, edges: number[]) => {
    const best = edges.reduce((a, b) => (Math.abs(b - value) < Math.abs(a - value) ? b : a));
    return Math.abs(best - value) <= reach ? best : value;
  };
  const x = nearest(at.x, [
    0,
    sheet.width - size.width,
    ...others.flatMap(o => [o.x, o.x + o.width + sheet.kerf, o.x - size.width - sheet.kerf]),
  ]);
  const y = nearest(at.y, [
    0,
    sheet.length - size.length,
    ...others.flatMap(o => [o.y, o.y + o.length + sheet.kerf, o.y - size.length - sheet.kerf]),
  ]);
  return { x, y };
}

/** The first free place on a sheet, nearest its datum corner, that a piece may lie in; null where there is none. */
export function freePlace({ piece }: OnSheet, sheet: MovedOn): { x: number; y: number; turn: number } | null {
  const xs = [0, ...sheet.placed.map(o => o.x + o.width + sheet.kerf)].sort((a, b) => a - b);
  const ys = [0, ...sheet.placed.map(o => o.y + o.length + sheet.kerf)].sort((a, b) => a - b);
  for (const y of ys)
    for (const x of xs)
      for (const turn of piece.turns) {
        const { wrong, gives } = movedTo(piece, { x, y, turn }, sheet);
        if (wrong === null && gives.length === 0) return { x, y, turn };
      }
  return null;
}

/** The next way a piece may lie after one, turned about its middle. */
export function turnedOn(on: OnSheet): { x: number; y: number; turn: number } | null {
  // Half a turn of a rectangle is none.
  const turns = distinctTurns(on.piece);
  const now = turns.indexOf(on.turn);
  const turn = turns[(Math.max(0, now) + 1) % turns.length]!;
  if (turn === on.turn || turns.length < 2) return null;
  const next = placedOnSheets(on.piece, { x: 0, y: 0, turn });
  return {
    x: Math.max(0, on.x + (on.width - next.width) / 2),
    y: Math.max(0, on.y + (on.length - next.length) / 2),
    turn,
  };
}
