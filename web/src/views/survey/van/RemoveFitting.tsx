import { removeFitting } from '@overcoat/core/survey/edits';
import { X } from 'lucide-react';
import { useDesign } from '../../../store/design.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { Button } from '../../../ui/Button.tsx';

/** Takes a pocket, keep-clear, feature, way, bolt or use out of the shell. */
export function RemoveFitting({ id, name }: { id: string; name: string }) {
  const { shell } = useOpenDesign();
  const edit = useDesign(s => s.edit);
  return (
    <Button
      small
      look="quiet"
      aria-label={`Remove ${name}`}
      onClick={() =>
        edit(`${name} removed`, draft => {
          draft.shell = removeFitting(shell, id);
        })
      }
    >
      <X size={14} />
    </Button>
  );
}
