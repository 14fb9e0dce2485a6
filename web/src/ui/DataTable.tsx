import {
  type Column,
  type ColumnDef,
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  type SortingState,
  useReactTable,
} from '@tanstack/react-table';
import { useState } from 'react';

interface Props<T> {
  rows: T[];
  // biome-ignore lint/suspicious/noExplicitAny: the column's value type differs from column to column.
  columns: ColumnDef<T, any>[];
  caption: string;
  rowKey(row: T): string;
  onRow?(row: T): void;
  isChosen?(row: T): boolean;
}

/** The one table: sortable heads, numbers to the right, a chosen row in chalk. */
export function DataTable<T>({ rows, columns, caption, rowKey, onRow, isChosen }: Props<T>) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const table = useReactTable({
    data: rows,
    columns,
    state: { sorting },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getRowId: rowKey,
  });
  return (
    <table className="w-full border-collapse">
      <caption className="sr-only">{caption}</caption>
      <thead>
        <tr className="border-b border-ink text-[13px] text-faint">
          {table.getFlatHeaders().map(h => (
            <th
              key={h.id}
              scope="col"
              className={`px-2 py-1.5 font-medium ${align(h.column)}`}
              aria-sort={sortWord(h.column.getIsSorted())}
            >
              {h.column.getCanSort() ? (
                <button
                  type="button"
                  className="font-medium hover:text-ink"
                  onClick={h.column.getToggleSortingHandler()}
                >
                  {flexRender(h.column.columnDef.header, h.getContext())}
                  <span aria-hidden>{{ asc: ' ↑', desc: ' ↓' }[h.column.getIsSorted() as string] ?? ''}</span>
                </button>
              ) : (
                flexRender(h.column.columnDef.header, h.getContext())
              )}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {table.getRowModel().rows.map(row => (
          <tr
            key={row.id}
            data-chosen={isChosen?.(row.original) || undefined}
            onClick={() => onRow?.(row.original)}
            className={`border-b border-rule align-top data-chosen:bg-wet ${onRow ? 'cursor-pointer hover:bg-table' : ''}`}
          >
            {row.getVisibleCells().map(cell => (
              <td key={cell.id} className={`px-2 py-1.5 ${align(cell.column)}`}>
                {flexRender(cell.column.columnDef.cell, cell.getContext())}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const align = <T,>(column: Column<T>) =>
  (column.columnDef.meta as { number?: boolean } | undefined)?.number
    ? 'text-right whitespace-nowrap'
    : 'text-left';
const sortWord = (sorted: false | 'asc' | 'desc') =>
  sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none';
