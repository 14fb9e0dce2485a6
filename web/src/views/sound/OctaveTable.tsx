import type { ReactNode } from 'react';
import { right, Table } from '../../ui/Table.tsx';

interface Props {
  /** Of its rows: what they tell, or in which unit its heads are. */
  what: string;
  heads: readonly (string | number)[];
  rows: readonly (readonly [name: string, cells: readonly ReactNode[]])[];
}

/** Figures by octave, a line each. */
export function OctaveTable({ what, heads, rows }: Props) {
  return (
    <Table
      caption="By octave"
      className="mt-1 text-right"
      heads={[what, ...heads.map(h => right(String(h)))]}
    >
      {rows.map(([name, cells]) => (
        <tr key={name} className="border-t border-rule">
          <th scope="row" className="text-left font-normal text-faint">
            {name}
          </th>
          {cells.map((cell, o) => (
            <td key={heads[o]}>{cell}</td>
          ))}
        </tr>
      ))}
    </Table>
  );
}
