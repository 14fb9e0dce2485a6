import type { Library } from '@overcoat/core/materials';
import { type CutPiece, cutOutsOf, cutOutWords } from '@overcoat/core/order/pieces';
import type { HeldPiece } from '@overcoat/core/studies/cabin';
import { inUnits, printLength, type UnitSystem } from '@overcoat/core/units';
import type { ColumnDef } from '@tanstack/react-table';
import { memo, useMemo } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { useHolding } from '../../hooks/useCutting.ts';
import { useUnits } from '../../store/preferences.ts';
import { DataTable } from '../../ui/DataTable.tsx';
import { holdShort } from './holdWords.ts';

interface Props {
  rows: CutPiece[];
  /** Which sheet each piece lies on, as far as it is laid out. */
  sheetOf: ReadonlyMap<string, string>;
  className: string;
}

/** Every piece with its size as it is seen from inside, its edges and cut-outs, and what it is cut from. */
export const CutTable = memo(function CutTable({ rows, sheetOf, className }: Props) {
  const units = useUnits();
  const { library } = useLibrary();
  const { byPiece } = useHolding();
  const columns = useMemo<ColumnDef<CutPiece, unknown>[]>(() => {
    return columnsOf(sheetOf, units, library, byPiece);
  }, [library, units, sheetOf, byPiece]);
  return (
    <div className={className}>
      <DataTable
        rows={rows}
        columns={columns}
        caption="To cut"
        rowKey={p => `${p.id}${p.material}${p.thickness}`}
      />
    </div>
  );
});

function columnsOf(
  sheetOf: ReadonlyMap<string, string>,
  units: UnitSystem,
  library: Library,
  byPiece: Map<string, HeldPiece>,
): ColumnDef<CutPiece, unknown>[] {
  const wide = (p: CutPiece) => Math.max(...p.outline.map(q => q.x));
  const high = (p: CutPiece) => Math.max(...p.outline.map(q => q.y));
  return [
    {
      id: 'id',
      header: 'piece',
      accessorFn: p => p.id,
      cell: ({ row: { original: p } }) => <PieceName piece={p} />,
    },
    { id: 'material', header: 'of', accessorFn: p => library.get(p.material)?.name ?? p.material },
    {
      id: 'thickness',
      header: 'thick',
      accessorFn: p => p.thickness,
      meta: { number: true },
      cell: ({ row: { original: p } }) => printLength(p.thickness, units),
    },
    {
      id: 'width',
      header: 'wide',
      accessorFn: wide,
      meta: { number: true },
      cell: ({ row: { original: p } }) => printLength(wide(p), units),
    },
    {
      id: 'height',
      header: 'high',
      accessorFn: high,
      meta: { number: true },
      cell: ({ row: { original: p } }) => printLength(high(p), units),
    },
    {
      id: 'held',
      header: 'held',
      accessorFn: p => byPiece.get(p.id)?.verdict ?? '',
      cell: ({ row: { original: p } }) => {
        const h = byPiece.get(p.id);
        if (!h) return null;
        return (
          <span className={`text-[13px] ${h.verdict === 'holds' ? 'text-faint' : 'font-medium text-signal'}`}>
            {h.verdict === 'holds' ? '' : '! '}
            {holdShort(h)}
            {h.verdict !== 'holds' && h.untilLined && '; waits for its lining'}
          </span>
        );
      },
    },
    { id: 'sheet', header: 'from', accessorFn: p => sheetOf.get(p.id) ?? '' },
  ];
}

function PieceName({ piece }: { piece: CutPiece }) {
  const units = useUnits();
  const cutOuts = useMemo(
    () => cutOutsOf(piece.outline, piece.holes).map(c => cutOutWords(c, m => printLength(m, units))),
    [piece, units],
  );
  const said = [
    `${piece.above} above, ${piece.left} on the left`,
    ...cutOuts,
    ...(piece.twin ? [piece.handed ? `mirror image of ${piece.twin}` : `same as ${piece.twin}`] : []),
    ...piece.notes.map(n => inUnits(n, units)),
  ];
  return (
    <>
      <span className="font-medium">{piece.id}</span>
      {piece.assumed && (
        <span className="ml-1 text-signal" title="Some size it rests on is assumed">
          <span aria-hidden>!</span>
          <span className="sr-only">some size assumed</span>
        </span>
      )}
      {said.map(s => (
        <span key={s} className="block text-[13px] text-faint">
          {s}
        </span>
      ))}
    </>
  );
}
