import { useDesign } from '../store/design.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';

/** Two windows changed the same thing differently: the person says which stands. */
export function ConflictDialog() {
  const { conflict, settle } = useDesign();
  return (
    <Dialog
      open={conflict !== null}
      onOpenChange={() => undefined}
      title="Changed in two windows"
      description="Another window saved a change to the same thing while you worked on it here."
    >
      {conflict && (
        <>
          <p>Both changed:</p>
          <ul className="mt-1 max-h-40 list-disc overflow-auto pl-5">
            {conflict.paths.map(path => (
              <li key={path}>{path.replaceAll('.', ' › ')}</li>
            ))}
          </ul>
          <p className="mt-3 text-faint">
            Everything else from both windows is kept. The other state stays in the history: undo brings it
            back.
          </p>
          <div className="mt-4 flex gap-2">
            <Button look="strong" onClick={() => settle('mine')}>
              Keep mine there
            </Button>
            <Button onClick={() => settle('theirs')}>Take the other window’s</Button>
          </div>
        </>
      )}
    </Dialog>
  );
}
