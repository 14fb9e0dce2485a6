import { HALF_MM } from '../../tolerance/index.ts';
import type { Point } from '../nesting/index.ts';
import type { CutPiece } from './piece.ts';

/** Outlines that differ by less count as one, m. */
const SAME = HALF_MM;

/** Says of each piece which other one is its mirror image, and whether it has to be flipped for it: a plain rectangle has not. */
export function markTwins(pieces: CutPiece[]): void {
  const waiting = new Map<string, CutPiece[]>();
  for (const piece of pieces) {
    if (piece.role === 'batten' || piece.role === 'damping' || piece.role === 'stuffing') continue;
    const group = `${piece.material}/${piece.thickness}/${piece.role}`;
    const other = waiting
      .get(`${group}/${shapeKey(piece, true)}`)
      ?.find(o => o.twin === undefined && o.mirrored !== piece.mirrored);
    if (other) {
      other.twin = piece.id;
      piece.twin = other.id;
      piece.handed = other.handed = shapeKey(piece, false) !== shapeKey(piece, true);
      continue;
    }
    const key = `${group}/${shapeKey(piece, false)}`;
    waiting.set(key, [...(waiting.get(key) ?? []), piece]);
  }
}

function shapeKey({ outline, holes }: CutPiece, mirrored: boolean): string {
  const width = Math.max(...outline.map(p => p.x));
  const as = (points: readonly Point[]): string => {
    const corners = points.map(p => [mirrored ? width - p.x : p.x, p.y].map(v => Math.round(v / SAME)));
    return corners
      .map(c => c.join(','))
      .sort()
      .join(' ');
  };
  return [as(outline), ...holes.map(as).sort()].join('|');
}
