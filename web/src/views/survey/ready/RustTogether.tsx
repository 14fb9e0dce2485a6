import { type RustStep, rustState } from '@overcoat/core/log';
import type { Fact, RustSpot } from '@overcoat/core/model';
import { type Dispatch, type SetStateAction, useState } from 'react';
import { useDesign } from '../../../store/design.ts';
import type { Where } from '../../../store/log.ts';
import { useFacts, useLog } from '../../../store/log.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { Button } from '../../../ui/Button.tsx';
import { clock, RUST_WORDS, RustRow, useNow } from './RustRow.tsx';

/** All rust spots by what comes next, treated together; one is opened at a time. */
export function RustTogether() {
  const { ready } = useOpenDesign();
  const { rust } = useFacts();
  const { note } = useLog.getState();
  const select = useDesign(s => s.select);
  const [open, setOpen] = useState<string | null>(null);
  const now = useNow(rust.size > 0);
  const groups = new Map<RustStep | null, { spot: RustSpot; wait: number }[]>();
  for (const spot of ready.rust) {
    const { next, wait } = rustState(rust.get(spot.id) ?? [], now, spot.grade);
    groups.set(next, [...(groups.get(next) ?? []), { spot, wait }]);
  }
  if (ready.rust.length === 0) return <p className="text-faint">No spot noted. Choose a bay to note one.</p>;
  const chosen = ready.rust.find(r => r.id === open);
  return (
    <>
      {[...groups].map(([next, spots]) => {
        const due = spots.filter(s => s.wait === 0);
        const working = spots.length - due.length;
        return (
          <RustGroup
            key={next ?? 'done'}
            note={note}
            select={select}
            open={open}
            setOpen={setOpen}
            next={next}
            spots={spots}
            due={due}
            working={working}
          />
        );
      })}
      {chosen && <RustRow spot={chosen} place />}
    </>
  );
}

function RustGroup({
  note,
  select,
  open,
  setOpen,
  next,
  spots,
  due,
  working,
}: {
  note: (fact: Fact, where?: Where) => void;
  select: (bays: string[]) => void;
  open: string | null;
  setOpen: Dispatch<SetStateAction<string | null>>;
  next: RustStep | null;
  spots: { spot: RustSpot; wait: number }[];
  due: { spot: RustSpot; wait: number }[];
  working: number;
}) {
  return (
    <div className="mt-2 border-t border-rule pt-1" data-rust-group={next ?? 'done'}>
      <p className="flex items-center gap-2">
        <span className="grow">
          <b>
            {spots.length} {next ? `to ${RUST_WORDS[next]}` : 'treated'}
          </b>
          {working > 0 && (
            <span className="text-faint">
              {' '}
              {working} still working, {clock(Math.max(...spots.map(s => s.wait)))} to go
            </span>
          )}
        </span>
        {next && due.length > 0 && (
          <Button
            small
            look="strong"
            onClick={() => {
              for (const { spot } of due)
                note({ kind: 'rust step', step: next }, { bay: spot.bay, about: spot.id });
            }}
          >
            {next} done{due.length > 1 ? `, all ${due.length}` : ''}
          </Button>
        )}
      </p>
      <p className="flex flex-wrap gap-1">
        {spots.map(({ spot, wait }) => (
          <SpotButton key={spot.id} select={select} open={open} setOpen={setOpen} spot={spot} wait={wait} />
        ))}
      </p>
    </div>
  );
}

function SpotButton({
  select,
  open,
  setOpen,
  spot,
  wait,
}: {
  select: (bays: string[]) => void;
  open: string | null;
  setOpen: Dispatch<SetStateAction<string | null>>;
  spot: RustSpot;
  wait: number;
}) {
  return (
    <button
      type="button"
      data-rust-spot={spot.id}
      aria-expanded={open === spot.id}
      title={`${spot.grade === 'hole' ? 'rusted through' : spot.grade}${spot.note ? `, ${spot.note}` : ''}`}
      className={`rounded border px-1.5 text-[13px] ${open === spot.id ? 'border-signal' : 'border-rule'} ${wait > 0 ? 'text-faint' : ''}`}
      onClick={() => {
        setOpen(open === spot.id ? null : spot.id);
        select([spot.bay]);
      }}
    >
      {spot.bay}
      {spot.grade === 'hole' ? ' ◌' : ''}
    </button>
  );
}
