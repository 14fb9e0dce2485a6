import { wetCells } from '@overcoat/core/studies/damp';
import { useMemo } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { useOpenDesign } from '../../store/openDesign.ts';

const WORDS = {
  sound: 'fit for a wet cell',
  seal: 'fit once it is sealed',
  wrong: 'not fit for a wet cell',
} as const;
const MARKS = { sound: '●', seal: '◐', wrong: '▲' } as const;

/** Whether the bays that a shower stands against may be splashed, and why not. */
export function WetCellVerdict({ use }: { use: string }) {
  const { shell } = useOpenDesign();
  const e = useEvaluation();
  const { library } = useLibrary();
  const cells = useMemo(() => wetCells(shell, e, library), [shell, e, library]);
  const cell = cells.find(c => c.use.id === use);
  if (!cell) return null;
  const reasons = new Map<string, string[]>();
  for (const { bay, why } of cell.bays)
    for (const says of why) reasons.set(says, [...(reasons.get(says) ?? []), bay]);
  return (
    <div className="text-[13px]" data-testid="wet-cell">
      <p className={cell.state === 'wrong' ? 'font-medium text-signal' : 'font-medium'}>
        {cell.bays.length === 0
          ? `“${cell.use.name}” stands against no bay: give it its place on a wall or the floor.`
          : `${MARKS[cell.state]} “${cell.use.name}”, against ${cell.bays.map(b => b.bay).join(', ')}: ${WORDS[cell.state]}.`}
      </p>
      <ul className="list-disc pl-5">
        {[...reasons].map(([says, bays]) => (
          <li key={says}>
            {bays.join(', ')}: {says}
          </li>
        ))}
      </ul>
      <p className="text-faint">
        Common practice, no source. A shower needs a drain and a vent of its own, and its heater as local
        codes ask.
      </p>
    </div>
  );
}
