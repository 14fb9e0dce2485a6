import { type MaterialNote, notesOn, type Proposal } from '@overcoat/core/studies/proposal';
import { memo } from 'react';
import { useLibrary } from '../../api/queries.ts';

const AGAIN: Record<NonNullable<MaterialNote['again']>, string> = {
  whole: 'comes out whole and can be used again',
  'in part': 'is taped in: comes out in part',
  no: 'is stuck in: little of it can be used again',
};

/** What one should know of what is proposed before it is bought: fire, what irritates, and what can be used again. */
export const NotesSection = memo(function NotesSection({ proposal }: { proposal: Proposal }) {
  const { library } = useLibrary();
  const notes = notesOn(proposal, library);
  return (
    <details className="mt-2">
      <summary className="cursor-pointer text-[13px] font-medium text-chalk underline">
        Fire, cautions, and what can be used again
      </summary>
      <ul className="mt-1 columns-2 gap-6 text-[13px]">
        {notes.map(({ material, zones, again }) => (
          <li key={material.id} className="break-inside-avoid py-0.5">
            <b>{material.name}</b> ({zones.join(', ')}){again && ` ${AGAIN[again]}`}. {material.fire}
            {material.cautions.map(c => (
              <span key={c} className="block border-l-[3px] border-signal pl-2">
                {c}
              </span>
            ))}
          </li>
        ))}
      </ul>
      <p className="text-[13px] text-faint">
        Local codes and the makers’ instructions come first; gas, fuel and flues are work for who is licensed.
      </p>
    </details>
  );
});
