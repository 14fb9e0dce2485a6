import { schools } from '@overcoat/core/buildup';
import { limitsOf } from '@overcoat/core/figures';
import { dampWord } from '@overcoat/core/van/wetting';
import { useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { brokenWords, figuresWords } from '../../figures/weighed.ts';
import { grams } from '../../format.ts';
import { useSchoolFigures } from '../../hooks/useFigured.ts';
import { putSchool } from '../../store/edits.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';

/** What a school would come to here, and which limits it breaks, before it is applied. */
function InThisVan({ school }: { school: string }) {
  const { brief } = useOpenDesign();
  const units = useUnits();
  const { answer, stale, running } = useSchoolFigures();
  const own = stale ? undefined : answer?.find(f => f.id === school);
  if (!own)
    return running === null ? null : <p className="text-[13px] text-faint">Reckoning it for this van …</p>;
  const broken = brokenWords(own.figures, limitsOf(brief), units);
  return (
    <p className="mt-1 text-[13px]">
      In this van: {figuresWords(own.figures, units)}; damp {dampWord(own.damp.state)}
      {own.climate && own.damp.wetEnd.most > 1.05 * own.figures.water + 0.001
        ? `, at the wet end ${grams(own.damp.wetEnd.most)}`
        : ''}
      .{' '}
      {broken.length > 0 ? (
        <b className="text-signal">{broken.join(', ')}.</b>
      ) : (
        'Keeps all limits of the brief.'
      )}
    </p>
  );
}

/** The schools, each with what it holds and what speaks against it; one action puts one into the whole van. */
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
                {open && <InThisVan school={s.id} />}
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
