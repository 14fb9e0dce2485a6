import type { Entry, Fact } from '@overcoat/core/model';
import { format } from 'date-fns';
import { factWords } from '../../../factWords.ts';
import { useLog } from '../../../store/log.ts';

type Matches = { about: string } | { bay: string; kinds: readonly Fact['kind'][] };

/** What was noted here a moment ago, and the way to take a slip of the thumb back. */
export function JustNoted(where: Matches) {
  const entry = useLog(s => s.justNoted);
  const entries = useLog(s => s.entries);
  const correct = useLog(s => s.correct);
  if (!entry) return null;
  const told = toldBy(entry, entries);
  if (!told || told.fact.kind === 'correction') return null;
  const here =
    'about' in where
      ? told.about === where.about
      : told.about === undefined && told.place?.bay === where.bay && where.kinds.includes(told.fact.kind);
  if (!here) return null;
  const { fact } = told;
  const taken = entry.fact.kind === 'correction' && !entry.fact.instead;
  const time = entry.at ? format(new Date(entry.at), 'HH:mm') : '';
  return (
    <output className="mt-1 block text-[13px]" aria-live="polite">
      {taken ? `Taken back at ${time}: ${factWords(fact)}. ` : `Noted at ${time}: ${factWords(fact)}. `}
      <button
        type="button"
        className="font-medium text-chalk underline max-lg:min-h-11 max-lg:px-2"
        onClick={() => (taken ? correct(told.id, fact) : correct(told.id))}
      >
        {taken ? 'it was so after all' : 'take it back'}
      </button>
    </output>
  );
}

/** The entry itself, or the one it corrects. */
const toldBy = (entry: Entry, entries: readonly Entry[]): Entry | undefined => {
  const { fact } = entry;
  return fact.kind === 'correction' ? entries.find(e => e.id === fact.of) : entry;
};
