import type { Design } from '@overcoat/core/model';
import { type Conflict, documentKinds } from '@overcoat/core/model/documents';
import type { UnitSystem } from '@overcoat/core/units';
import { useDesign } from '../store/design.ts';
import { useDocuments } from '../store/documents.ts';
import { useUnits } from '../store/preferences.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Table } from '../ui/Table.tsx';
import { conflictWords } from './conflictWords.ts';

const isAssumed = (value: unknown): boolean =>
  typeof value === 'object' && value !== null && (value as { basis?: string }).basis === 'assumed';

/** Two windows changed the same thing differently: the person says which stands. */
export function ConflictDialog() {
  const design = useDesign();
  const { held, settle: settleOf } = useDocuments();
  const beside = Object.values(held).find(h => h.conflict && h.of.id === design.id);
  const { conflict, document, called, settle } = design.conflict
    ? { ...design, document: design.design, called: documentKinds.design.called }
    : {
        conflict: beside?.conflict ?? null,
        document: beside?.document ?? null,
        called: beside ? documentKinds[beside.of.kind].called : '',
        settle: (side: 'mine' | 'theirs') => beside && settleOf(beside.of, side),
      };
  const units = useUnits();
  const places = conflict?.places ?? [];
  // Sizes that nobody read follow from those that were: they are counted, not told.
  const read = places.filter(p => !(isAssumed(p.mine) && isAssumed(p.theirs)));
  const said = read.length > 0 ? read : places;
  const follow = places.length - said.length;
  return (
    <Dialog
      open={conflict !== null}
      onOpenChange={() => undefined}
      title="Changed in two windows"
      description="Another window saved a change to the same thing while you worked on it here."
    >
      {conflict && document && (
        <>
          {conflict.places.length > 0 && (
            <ClashTable document={document} called={called} units={units} said={said} />
          )}
          {follow > 0 && (
            <p className="mt-1 text-faint">
              and {follow} assumed {follow === 1 ? 'size that follows' : 'sizes that follow'} from these
            </p>
          )}
          {conflict.mistakes.map(says => (
            <p key={says} className="mt-1">
              Both together do not go: {says}
            </p>
          ))}
          <p className="mt-3 text-faint">
            Everything else from both windows is kept. The other state stays in the history: undo brings it
            back.
          </p>
          <div className="mt-4 flex gap-2">
            <Button look="strong" onClick={() => settle('mine')}>
              Keep what is here
            </Button>
            <Button onClick={() => settle('theirs')}>Take the other window’s</Button>
          </div>
        </>
      )}
    </Dialog>
  );
}

function ClashTable({
  document,
  called,
  units,
  said,
}: {
  document: object | Design;
  called: string;
  units: UnitSystem;
  said: Conflict[];
}) {
  return (
    <Table
      caption="What both windows changed"
      look="page"
      heads={['what', { key: 'here', name: 'here', className: 'px-2' }, 'in the other window']}
    >
      {said.map(place => {
        const words = conflictWords(place, document, units, called);
        return (
          <tr key={place.path.join('/')} className="border-t border-rule align-top">
            <td className="py-1.5">{words.where}</td>
            <td className="px-2 py-1.5 font-medium">{words.mine}</td>
            <td className="py-1.5 font-medium">{words.theirs}</td>
          </tr>
        );
      })}
    </Table>
  );
}
