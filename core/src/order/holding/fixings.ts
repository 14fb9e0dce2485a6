import type { CutPiece } from '../pieces/index.ts';
import { type Hold, WAYS_OF_HOLDING } from './ways.ts';

/** Width and height of the box round a piece, m. */
export const sizeOf = ({ outline }: CutPiece): [number, number] => [
  Math.max(...outline.map(p => p.x)),
  Math.max(...outline.map(p => p.y)),
];

/** Length of the ribs or battens, or of any lines, marked on a piece, m. */
export const linesOn = ({ lines }: CutPiece, kinds: readonly CutPiece['lines'][number]['kind'][]): number =>
  lines
    .filter(l => kinds.includes(l.kind))
    .reduce((sum, { from, to }) => sum + Math.hypot(to.x - from.x, to.y - from.y), 0);

/** Fixings of a piece: screws round it and along what bears it, clips round it, pins all over. 0 for what has none. */
export function fixingsOf(piece: CutPiece, by: Hold): number {
  const { apart } = WAYS_OF_HOLDING[by];
  if (apart === 0) return 0;
  const [w, h] = sizeOf(piece);
  if (by === 'pins') return (Math.ceil(w / apart) + 1) * (Math.ceil(h / apart) + 1);
  const along = by === 'screws' ? linesOn(piece, ['rib', 'batten']) : 0;
  return Math.ceil((2 * (w + h) + along) / apart);
}
