import { materialOf } from '@overcoat/core/materials';
import { type Proposal, REFUSALS, type Refusal } from '@overcoat/core/studies/proposal';
import { memo } from 'react';
import { useLibrary } from '../../api/queries.ts';

const WHY: Record<Refusal, string> = {
  'not wanted': 'you cannot get it, or will not work with it',
  'no price': 'it has no price: put one under Materials',
  unsuited: 'not for such a place: it is poured, or too soft to stand on',
  'too thick': 'sold no thinner than the bays are deep',
  'too damp': 'damper than asked',
  beaten: 'another is better in everything',
  weighed: 'weighed, and not the best',
};

/** Materials that are in none of the proposal's zones, and why. */
export const RefusedSection = memo(function RefusedSection({ refused }: { refused: Proposal['refused'] }) {
  const { library } = useLibrary();
  return (
    <details className="mt-2">
      <summary className="cursor-pointer text-[13px] font-medium text-chalk underline">
        What was left out, and why
      </summary>
      <ul className="mt-1 columns-2 gap-6 text-[13px]">
        {refused.map(({ material, why }) => (
          <li key={material} className="break-inside-avoid py-0.5">
            <b>{materialOf(library, material).name}</b>:{' '}
            {REFUSALS.flatMap(reason => {
              const zones = why[reason];
              return zones ? [`${WHY[reason]} (${zones.join(', ')})`] : [];
            }).join('; ')}
          </li>
        ))}
      </ul>
    </details>
  );
});
