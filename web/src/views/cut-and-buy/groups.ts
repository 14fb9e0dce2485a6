import type { Material, Pin } from '@overcoat/core/model';
import type { OnSheet } from '@overcoat/core/order/cutting';
import type { CutPiece } from '@overcoat/core/order/pieces';
import type { Cutting } from '@overcoat/jobs/cut';

export type CutGroupAnswer = Cutting['groups'][number];

/** A piece's number without its layer, where all pieces of the group are of one. */
export function shortName(piece: CutPiece, group: CutGroupAnswer): string {
  if (group.pieces.some(p => p.role !== piece.role)) return piece.id;
  return piece.id.replace(` ${piece.role}`, '');
}

/** Degrees clockwise from upwards on the screen to where the piece's upper edge points. */
export const upTurn = (on: OnSheet, lying: boolean): number => (lying ? 90 : 0) - on.turn;

/** Sheets, rolls, boards or lengths in words. */
export function itemsWord(material: Pick<Material, 'form' | 'tongue'> | undefined, count: number): string {
  const { form, tongue = null } = material ?? {};
  const word = form === 'roll' ? 'roll' : form === 'length' ? 'length' : tongue !== null ? 'board' : 'sheet';
  return count === 1 ? word : `${word}s`;
}

/** A layout with pieces where they were pinned since: they are seen there before the others are laid anew. */
export function withPins(group: CutGroupAnswer, pins: readonly Pin[]): CutGroupAnswer {
  const own = new Map(pins.filter(p => p.group === group.key).map(p => [p.piece, p]));
  if (!group.layout) return group;
  const laid = group.layout.nest.laid.map(l => {
    const pin = own.get(l.piece);
    return pin ? { ...l, stock: pin.stock, index: pin.index, x: pin.x, y: pin.y, turn: pin.turn } : l;
  });
  return {
    ...group,
    pinned: [...own.keys()],
    layout: { ...group.layout, nest: { ...group.layout.nest, laid } },
  };
}

/** Every piece, of the layout where there is one of this design, and the sheet each lies on. */
export function piecesOf(
  laidOut: Cutting | null,
  quick: CutPiece[] | null,
): { all: CutPiece[]; sheetOf: ReadonlyMap<string, string> } {
  if (!laidOut) return { all: quick ?? [], sheetOf: new Map() };
  const sheetOf = new Map(
    laidOut.groups.flatMap(
      g => g.layout?.nest.laid.map(l => [l.piece, `sheet ${l.index + 1}`] as const) ?? [],
    ),
  );
  return { all: laidOut.groups.flatMap(g => g.pieces), sheetOf };
}
