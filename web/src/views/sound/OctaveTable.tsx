import type { ReactNode } from 'react';

interface Props {
  octaves: readonly number[];
  rows: readonly (readonly [name: string, cells: readonly ReactNode[]])[];
}

/** Figures by octave, a line each. */
export function OctaveTable({ octaves, rows }: Props) {
  return (
    <table className="w-full text-right text-[13px]">
      <thead className="text-faint">
        <tr>
          <th className="text-left font-normal">Hz</th>
          {octaves.map(f => (
            <th key={f} className="font-normal">
              {f}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, cells]) => (
          <tr key={name} className="border-t border-rule">
            <th className="text-left font-normal text-faint">{name}</th>
            {cells.map((cell, o) => (
              <td key={octaves[o]}>{cell}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
