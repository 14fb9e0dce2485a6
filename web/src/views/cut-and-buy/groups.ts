import type { OnSheet } from '@overcoat/core/order/cutting';
import type { CutPiece } from '@overcoat/core/order/pieces';
import type { Cutting } from '../../jobs/cut.ts';

export type CutGroupAnswer = Cutting['groups'][number];

/** A piece's number without its layer, where all pieces of the group are of one. */
export function shortName(piece: CutPiece, group: CutGroupAnswer): string {
  if (group.pieces.some(p => p.role !== piece.role)) return piece.id;
  return piece.id.replace(` ${piece.role}`, '');
}

/** Degrees clockwise from upwards on the screen to where the piece's upper edge points. */
export const upTurn = (on: OnSheet, lying: boolean): number => (lying ? 90 : 0) - on.turn;

/** Sheets, rolls or lengths in words. */
export function itemsWord(form: string | undefined, count: number): string {
  const word = form === 'roll' ? 'roll' : form === 'length' ? 'length' : 'sheet';
  return count === 1 ? word : `${word}s`;
}
