import type { Pinned } from '@overcoat/core/log';
import { format } from 'date-fns';
import { factWords } from '../../../factWords.ts';
import { useDesign } from '../../../store/design.ts';
import { useFacts, useLog } from '../../../store/log.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { usePreferences } from '../../../store/preferences.ts';
import { Button } from '../../../ui/Button.tsx';

const SHOWN = 200;

/** What happened in the van, the last first; what is no longer on the map; and what was taken back. */
export function LogPanel() {
  const facts = useFacts();
  const entries = useLog(s => s.entries);
  const refused = useLog(s => s.refused);
  const settleRefused = useLog(s => s.settleRefused);
  const { by, setBy } = usePreferences();
  const off = new Set(facts.offMap);
  const onMap = facts.all.filter(told => !off.has(told));
  const corrections = entries.filter(e => e.fact.kind === 'correction').length;
  return (
    <div className="flex flex-col gap-5">
      <section>
        <h2 className="text-xl">{facts.all.length === 0 ? 'Nothing has happened yet' : 'What happened'}</h2>
        <p className="text-[13px] text-faint">
          Undo, which is about the design, never touches this. A slip is taken back by a further entry, and
          both stay{corrections > 0 ? ` (${corrections} so far)` : ''}.
        </p>
        <label className="mt-1 flex items-center gap-2 text-[13px] text-faint">
          noted on this device by
          <input
            value={by}
            onChange={e => setBy(e.target.value)}
            maxLength={120}
            placeholder="nobody in particular"
            className="min-h-8 grow rounded-[4px] border border-rule bg-ticket px-2 text-ink"
          />
        </label>
        {refused.map(w => (
          <p key={w.entry.id} role="alert" className="mt-1 border-l-4 border-signal pl-2">
            Not taken by the server:{' '}
            {w.entry.fact.kind === 'correction' ? 'a correction' : factWords(w.entry.fact)}. {w.refused}{' '}
            <button type="button" className="underline" onClick={() => settleRefused(w.entry.id, true)}>
              try it again
            </button>{' '}
            <button type="button" className="underline" onClick={() => settleRefused(w.entry.id, false)}>
              let it go
            </button>
          </p>
        ))}
        <List facts={onMap} />
        {facts.all.length === 0 && (
          <p className="mt-1">
            Knock on a bay, treat a rust spot, cut a hole, take a photo or note what came out: each is noted
            here with its time, on the phone too, and sent when the server is there.
          </p>
        )}
      </section>
      {facts.offMap.length > 0 && (
        <section>
          <h3 className="text-lg">No longer on the map</h3>
          <p className="text-[13px] text-faint">
            Their bay, rust spot or hole was taken out of the design. They come back with it.
          </p>
          <List facts={facts.offMap} />
        </section>
      )}
    </div>
  );
}

function List({ facts }: { facts: readonly Pinned[] }) {
  const latest = [...facts].reverse();
  return (
    <>
      <ol className="mt-2 flex flex-col">
        {latest.slice(0, SHOWN).map(told => (
          <Row key={told.id} told={told} />
        ))}
      </ol>
      {latest.length > SHOWN && (
        <p className="mt-1 text-[13px] text-faint">
          and {latest.length - SHOWN} earlier ones, in the exported file.
        </p>
      )}
    </>
  );
}

function Row({ told }: { told: Pinned }) {
  const { ready } = useOpenDesign();
  const select = useDesign(s => s.select);
  const correct = useLog(s => s.correct);
  const named = ready.holes.find(h => h.id === told.about)?.name ?? told.place?.label;
  const place = told.bay ?? told.place?.bay ?? told.place?.zone;
  return (
    <li className="grid grid-cols-[6.4rem_1fr_auto] items-baseline gap-2 border-t border-rule py-1">
      <time className="text-[13px] text-faint" dateTime={told.at}>
        {told.at ? format(new Date(told.at), told.at.length > 10 ? 'd MMM HH:mm' : 'd MMM') : 'time not kept'}
      </time>
      <span>
        {told.bay ? (
          <button
            type="button"
            className="font-semibold text-chalk underline"
            onClick={() => select([told.bay!])}
          >
            {told.bay}
          </button>
        ) : (
          place && <b>{place}</b>
        )}{' '}
        {factWords(told.fact)}
        {named && <span className="text-faint"> · {named}</span>}
        {told.by && <span className="text-faint"> · {told.by}</span>}
        {told.corrected && <span className="text-faint"> · corrected</span>}
      </span>
      <Button
        small
        look="quiet"
        className="max-lg:min-h-11"
        aria-label={`Take back: ${factWords(told.fact)}`}
        onClick={() => correct(told.id)}
      >
        take back
      </Button>
    </li>
  );
}
