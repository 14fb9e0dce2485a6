import { type OnSheet, piecesOn } from '@overcoat/core/order/cutting';
import type { NestStock, UsedStock } from '@overcoat/core/order/nesting';
import type { CutPiece } from '@overcoat/core/order/pieces';
import { type PointerEvent as ReactPointerEvent, useState } from 'react';
import type { CutGroupAnswer } from './groups.ts';
import { type Moved, type MovedOn, movedTo, snapped } from './moving.ts';
import { sheetGeometry, TAPE } from './sheetGeometry.ts';

/** Edges nearer than this draw a carried piece to them; less than this is a click; px. */
const SNAP = 8;
const CLICK = 4;

/** One sheet of a group as it is drawn and dropped on. */
export interface ShownSheet extends MovedOn {
  key: string;
  stock: NestStock;
  used: UsedStock;
  placed: readonly OnSheet[];
}

/** Every sheet that a group's layout uses. */
export const sheetsOf = (group: CutGroupAnswer, pieces: ReadonlyMap<string, CutPiece>): ShownSheet[] =>
  group.layout!.nest.used.map(used => {
    const stock = group.problem.stock.find(s => s.id === used.stock)!;
    return {
      key: `${used.stock}/${used.index}`,
      stock,
      used,
      width: stock.width,
      length: stock.length,
      kerf: group.problem.kerf,
      placed: piecesOn(group.layout!.nest, pieces, used.stock, used.index),
      pinned: new Set(group.pinned),
    };
  });

interface Carried {
  on: OnSheet;
  /** From the piece's corner to where it is held, m. */
  held: { x: number; y: number };
  /** Where it was taken up, px. */
  from: { x: number; y: number };
  /** Whether it has been moved, and where it would come to lie; null off every sheet. */
  over: { sheet: ShownSheet; moved: Moved } | null;
  moving: boolean;
}

interface Ends {
  onChoose(piece: string): void;
  onPut(piece: string, sheet: ShownSheet, to: { x: number; y: number; turn: number }): void;
}

/** A piece carried by the pointer, on its own sheet or to another: where it would come to lie, and what it meets there. */
export function useCarry(sheets: readonly ShownSheet[], scale: number, { onChoose, onPut }: Ends) {
  const [carried, setCarried] = useState<Carried | null>(null);
  const [refused, setRefused] = useState<{ sheet: string; why: string } | null>(null);

  /** The sheet under the pointer, and where on it, m. */
  const under = (x: number, y: number) => {
    for (const element of document.elementsFromPoint(x, y)) {
      const drawing = element.closest<SVGElement>('svg[data-sheet]');
      const sheet = sheets.find(s => s.key === drawing?.dataset.sheet);
      if (!drawing || !sheet) continue;
      const { left, top } = drawing.getBoundingClientRect();
      return { sheet, at: sheetGeometry(sheet.stock, sheet.used, scale).from(x - left - TAPE, y - top - 1) };
    }
    return null;
  };

  const take = (on: OnSheet, e: ReactPointerEvent) => {
    const found = under(e.clientX, e.clientY);
    if (!found) return;
    const held = { x: found.at.x - on.x, y: found.at.y - on.y };
    setCarried({ on, held, from: { x: e.clientX, y: e.clientY }, over: null, moving: false });
  };
  const move = (e: ReactPointerEvent) => {
    if (!carried) return;
    const moving =
      carried.moving || Math.hypot(e.clientX - carried.from.x, e.clientY - carried.from.y) > CLICK;
    if (!moving) return;
    const found = under(e.clientX, e.clientY);
    if (!found) return setCarried({ ...carried, over: null, moving });
    const { on, held } = carried;
    const to = { x: found.at.x - held.x, y: found.at.y - held.y };
    const near = snapped(to, on, found.sheet, on.piece.id, SNAP / scale);
    const moved = movedTo(on.piece, { ...near, turn: on.turn }, found.sheet);
    setCarried({ ...carried, over: { sheet: found.sheet, moved }, moving });
  };
  const drop = () => {
    if (!carried) return;
    const { on, over, moving } = carried;
    setCarried(null);
    setRefused(null);
    if (!moving) return onChoose(on.piece.id);
    if (!over) return;
    if (over.moved.wrong) setRefused({ sheet: over.sheet.key, why: over.moved.wrong });
    else onPut(on.piece.id, over.sheet, { x: over.moved.on.x, y: over.moved.on.y, turn: on.turn });
  };
  return {
    /** Where it would come to lie on a sheet; null where it is not over that one. */
    overSheet: (key: string): Moved | null => (carried?.over?.sheet.key === key ? carried.over.moved : null),
    refusedOn: (key: string): string | null => (refused?.sheet === key ? refused.why : null),
    take,
    move,
    drop,
    letGo: () => setCarried(null),
  };
}
