import { format } from 'date-fns';
import { useState } from 'react';
import { useDesign } from '../store/design.ts';
import { useDocuments } from '../store/documents.ts';
import { useLog } from '../store/log.ts';
import { useWorkshop } from '../store/workshop.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';

/** Whether everything is with the server, and what it would not take. */
export function SaveNote() {
  const { state, message, saved, retry } = useDesign();
  const refused = useRefused();
  const logged = useLog(s => s.waiting.length);
  const logAway = useLog(s => s.away);
  const workshopAway = useWorkshop(s => s.away);
  const documentsAway = useDocuments(s => Object.values(s.held).some(h => h.state === 'offline'));
  const away = logAway || workshopAway || documentsAway;
  const workshop = useWorkshop(s => s.waiting.length);
  const documents = useDocuments(s => Object.values(s.held).filter(h => h.pending.length > 0).length);
  const notes = logged + workshop + documents;
  const [open, setOpen] = useState(false);
  const when = saved?.savedAt ? format(new Date(saved.savedAt), 'HH:mm') : '';
  return (
    <>
      <output
        className="mr-2 text-[13px] text-faint"
        aria-live="polite"
        data-save={state}
        data-notes={notes}
        data-revision={saved?.revision}
      >
        {state === 'saved' && (notes === 0 ? `saved ${when}` : !away && 'saving…')}
        {state === 'saving' && 'saving…'}
        {state === 'conflict' && 'waiting for your choice'}
        {(state === 'offline' || (state === 'saved' && notes > 0 && away)) && (
          <span className="text-signal" title={message ?? ''}>
            not saved: no answer, trying again
          </span>
        )}
        {state === 'gone' && (
          <span className="text-signal">
            not saved: {message}{' '}
            <button type="button" className="underline" onClick={retry}>
              try again
            </button>
          </span>
        )}
      </output>
      {refused.length > 0 && (
        <Button look="danger" small onClick={() => setOpen(true)}>
          {refused.length === 1 ? 'one change' : `${refused.length} changes`} not taken
        </Button>
      )}
      <Dialog
        open={open && refused.length > 0}
        onOpenChange={setOpen}
        title="Not taken by the server"
        description="What came after went round these and is saved. Correct what is in the way and try one again, or let it go."
      >
        <RefusedList refused={refused} />
      </Dialog>
    </>
  );
}

interface Refused {
  key: string;
  label: string;
  message: string;
  /** Tries it again, or lets it go. */
  settle(again: boolean): void;
}

/** What the server would not take, of whatever kind. */
function useRefused(): Refused[] {
  const { id, refused, settleRefused } = useDesign();
  const { held, settleRefused: settleOf } = useDocuments();
  const log = useLog();
  const workshop = useWorkshop();
  return [
    ...refused.map(r => ({ ...r, settle: (again: boolean) => settleRefused(r.key, again) })),
    ...Object.values(held)
      .filter(({ of }) => of.id === id)
      .flatMap(({ of, refused: own }) =>
        own.map(r => ({ ...r, settle: (again: boolean) => settleOf(of, r.key, again) })),
      ),
    ...notTaken('in the log', log),
    ...notTaken('in the workshop', workshop),
  ];
}

/** What a log was refused. */
const notTaken = (
  where: string,
  log: {
    refused: readonly { entry: { id: string; fact: { kind: string } }; refused: string }[];
    settleRefused(id: string, again: boolean): void;
  },
): Refused[] =>
  log.refused.map(({ entry, refused: message }) => ({
    key: entry.id,
    label: `noted ${where}: ${entry.fact.kind}`,
    message,
    settle: again => log.settleRefused(entry.id, again),
  }));

function RefusedList({ refused }: { refused: readonly Refused[] }) {
  return (
    <ul>
      {refused.map(r => (
        <li key={r.key} className="border-t border-rule py-2 first:border-t-0">
          <p className="font-medium">{r.label}</p>
          <p className="text-signal">{r.message}</p>
          <div className="mt-1.5 flex gap-2">
            <Button small look="strong" onClick={() => r.settle(true)}>
              Try it again
            </Button>
            <Button small onClick={() => r.settle(false)}>
              Let it go
            </Button>
          </div>
        </li>
      ))}
    </ul>
  );
}

/** An edit that could not be made, or what a merge changed, until it is read. */
export function Notice() {
  const { notDone, notice, clearNotice } = useDesign();
  if (!notDone && !notice) return null;
  return (
    <p
      role="alert"
      className="no-print flex items-center gap-3 border-b border-rule bg-ticket px-5 py-1.5 font-medium text-signal"
    >
      <span className="grow">{[notDone, notice].filter(Boolean).join(' ')}</span>
      <Button small look="quiet" onClick={clearNotice}>
        seen
      </Button>
    </p>
  );
}
