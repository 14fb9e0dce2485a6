import { schools } from '@overcoat/core/buildup';
import { useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { putSchool } from '../../store/edits.ts';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';

/** The four schools, each with what it holds and what speaks against it; one action puts one into the whole van. */
export function SchoolPicker() {
  const [open, setOpen] = useState(false);
  const { library } = useLibrary();
  return (
    <>
      <Button small onClick={() => setOpen(true)}>
        Apply a school…
      </Button>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title="Apply a school to the whole van"
        description="Practitioners disagree; each of these is defended as a whole. Thicknesses are chosen to fit your bays. Undo brings back what you have."
      >
        <ul className="grid gap-2">
          {schools.map(s => (
            <li
              key={s.id}
              className="grid grid-cols-[1fr_auto] items-center gap-3 rounded-[4px] border border-rule bg-ticket p-3"
            >
              <div>
                <h3 className="text-lg">{s.name}</h3>
                <p>{s.holds}</p>
                <p className="text-faint">Against: {s.against}</p>
              </div>
              <Button
                look="strong"
                aria-label={`Apply ${s.name}`}
                onClick={() => {
                  putSchool(s.id, library);
                  setOpen(false);
                }}
              >
                Apply
              </Button>
            </li>
          ))}
        </ul>
      </Dialog>
    </>
  );
}
