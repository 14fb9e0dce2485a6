import { useMemo, useState } from 'react';
import { useLibrary } from '../api/queries.ts';
import { FIGURES, type Figure } from '../figures/index.ts';
import { evaluation, useEvaluation } from '../store/evaluation.ts';
import { useHeard } from '../store/heard.ts';
import { useOpenDesign, useVariant } from '../store/openDesign.ts';
import { useUnits } from '../store/preferences.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { WorkingDialog } from '../ui/WorkingDialog.tsx';
import { ChangeNote } from './ChangeNote.tsx';
import { PriceMove } from './PriceMove.tsx';

/** The shop ticket of the design: every figure always in sight, each with its change; each opens its working. */
export function Ledger() {
  const design = useOpenDesign();
  const variant = useVariant();
  const e = useEvaluation();
  const units = useUnits();
  const { library } = useLibrary();
  const heard = useHeard();
  const [opened, setOpened] = useState<Figure | null>(null);
  // It stands for as long as it is open, and fills as soon as it is known.
  const working = useMemo(() => opened?.working(e, design, library) ?? null, [opened, e, design, library]);
  const before = evaluation(design, variant.baseline.design, library, heard, variant.id);
  return (
    <section aria-label="Ledger" className="no-print border-b-2 border-ink bg-ticket">
      <div className="flex overflow-x-auto lg:grid lg:grid-cols-[repeat(8,auto)]">
        {FIGURES.map(f => {
          const value = f.of(e, library);
          return (
            <Ticket
              key={f.key}
              name={f.name}
              mark={f.mark?.(value)}
              value={f.print(value, units)}
              change={f.waits?.(before) ? null : f.changeShort(f.of(before, library), value, units)}
              note={f.note(e, design, units, library)}
              waits={f.waits?.(e) ?? false}
              alert={f.alert(e, design)}
              onOpen={() => setOpened(f)}
            />
          );
        })}
      </div>
      <ChangeNote />
      <PriceMove />
      <WorkingDialog working={working} onClose={() => setOpened(null)} />
      <Dialog
        open={opened !== null && working === null && (opened.waits?.(e) ?? false)}
        onOpenChange={open => !open && setOpened(null)}
        title={opened?.name ?? ''}
        description="It is still being reckoned: its working stands here as soon as it is known."
      >
        {null}
      </Dialog>
    </section>
  );
}

interface TicketProps {
  name: string;
  mark?: string | undefined;
  value: string;
  change?: string | null;
  note: string;
  alert?: boolean;
  /** It is being reckoned: what stands is from before. */
  waits?: boolean;
  onOpen?(): void;
}

function Ticket({ name, mark, value, change, note, alert = false, waits = false, onOpen }: TicketProps) {
  const body = (
    <>
      <span className="block text-[13px] text-faint">{name}</span>
      <span className="flex items-baseline gap-1.5 whitespace-nowrap font-sign text-[21px] font-semibold leading-6 lg:max-xl:text-[18px] xl:max-2xl:text-[19px]">
        <span className={waits ? 'text-faint italic' : ''}>
          {mark && (
            <span aria-hidden className="mr-1 text-sm">
              {mark}
            </span>
          )}
          {value}
        </span>
        {change && <span className="text-[14px] text-chalk">{change}</span>}
      </span>
      <span
        className={`block min-h-8 text-[13px] leading-4 ${alert ? 'font-medium text-signal' : 'text-faint'}`}
      >
        {alert && <span aria-hidden>! </span>}
        {note}
      </span>
    </>
  );
  const frame =
    'border-r border-dashed border-rule px-2 py-1.5 flex flex-col justify-start text-left last:border-r-0 max-lg:min-w-40';
  return onOpen ? (
    <button
      type="button"
      onClick={onOpen}
      className={`${frame} hover:bg-wet`}
      aria-haspopup="dialog"
      title="Show working"
    >
      {body}
    </button>
  ) : (
    <div className={frame}>{body}</div>
  );
}
