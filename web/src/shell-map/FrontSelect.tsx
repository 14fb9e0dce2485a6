import type { Front } from '@overcoat/core/model';
import { FRONTS } from '@overcoat/core/model/lists';
import { withFront } from '@overcoat/core/survey/patterns';
import { useOpenDesign } from '../store/openDesign.ts';
import { editShell } from '../store/reshape.ts';
import { Select } from '../ui/Select.tsx';

/** What stands between cab and load space, as a person says it. */
export const FRONT_WORDS: Record<Front, string> = {
  open: 'open, seats forward',
  'swivelled seats': 'open, seats swivelled',
  'thin curtain': 'thin curtain',
  'heavy curtain': 'heavy curtain',
  bulkhead: 'fixed bulkhead',
};

/** What closes the load space off from the cab. Part of the survey, undone like any other edit. */
export function FrontSelect() {
  const { cab } = useOpenDesign().shell;
  if (!cab) return null;
  return (
    <Select
      label="front of the load space"
      value={cab.front}
      onChange={e => {
        const front = e.target.value as Front;
        editShell(`front: ${FRONT_WORDS[front]}`, shell => ({ ok: true, shell: withFront(shell, front) }));
      }}
    >
      {FRONTS.map(front => (
        <option key={front} value={front}>
          {FRONT_WORDS[front]}
        </option>
      ))}
    </Select>
  );
}
