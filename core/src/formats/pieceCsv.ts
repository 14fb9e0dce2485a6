import { type Library, materialOf } from '../materials/index.ts';
import type { Holding } from '../order/holding/index.ts';
import type { CutPiece } from '../order/pieces/index.ts';
import { inUnits } from '../units/index.ts';
import { toCsv } from './csv.ts';

const mm = (metres: number) => Math.round(metres * 10_000) / 10;

/** The cut list: one row a piece as it is seen from inside, allowance included, with every corner of its outline. */
export function cutCsv(
  pieces: readonly CutPiece[],
  library: Library,
  sheetOf: ReadonlyMap<string, string>,
  held: ReadonlyMap<string, Holding> = new Map(),
): string {
  const header = [
    'piece',
    'material',
    'thickness mm',
    'width mm',
    'height mm',
    'edge above',
    'edge on the left',
    'cut out mm',
    'outline mm',
    'left off mm',
    'twin',
    'from',
    'held by',
    'stays up',
    'bays',
    'notes',
  ];
  const corners = (points: CutPiece['outline']) => points.map(p => `${mm(p.x)},${mm(p.y)}`).join(' ');
  const rows = pieces.map(p => [
    p.id,
    materialOf(library, p.material).name,
    mm(p.thickness),
    mm(Math.max(...p.outline.map(q => q.x))),
    mm(Math.max(...p.outline.map(q => q.y))),
    p.above,
    p.left,
    p.holes.map(corners).join('; '),
    corners(p.outline),
    p.edges.map(e => `${e.edge} ${mm(e.leave)}`).join('; '),
    p.twin ?? '',
    sheetOf.get(p.id) ?? '',
    held.get(p.id)?.by ?? '',
    held.get(p.id)?.verdict ?? '',
    p.bays.join(' '),
    [...(p.assumed ? ['some size assumed'] : []), ...p.notes.map(n => inUnits(n, 'metric'))].join('; '),
  ]);
  return toCsv([header, ...rows]);
}
