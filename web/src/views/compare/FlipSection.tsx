import type { Candidate, Flip, Proposal } from '@overcoat/core/studies/proposal';
import type { Ask } from '@overcoat/jobs/jobs';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useJob } from '../../hooks/useJob.ts';
import { printMoney } from '../../store/money.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { RunButton } from './RunButton.tsx';

interface Props {
  proposal: Proposal;
  /** What was asked for it. */
  ask: Omit<Ask<'flips'>, 'chosen'>;
}

/** What is assumed and would change the choice if it were otherwise: what to measure next. */
export function FlipSection({ proposal, ask }: Props) {
  const variant = useVariant();
  const { shell } = useOpenDesign();
  const job = useJob(
    'flips',
    variant.id,
    useMemo(
      () => ({
        ...ask,
        chosen: {
          placement: proposal.placement,
          zones: proposal.zones.map((z): [string, Candidate] => [
            z.zone,
            { buildUp: z.option.buildUp, bays: z.option.bays, ribs: z.option.ribs },
          ]),
        },
      }),
      [ask, proposal],
    ),
  );
  const named = (id: string) => shell.zones.find(z => z.id === id)?.name ?? id;
  return (
    <details className="mt-2">
      <summary className="cursor-pointer text-[13px] font-medium text-chalk underline">
        What would change it, and what to measure next
      </summary>
      <RunButton job={job} first="Try what is assumed" again="Try again">
        <span className="text-faint">
          {job.answer && job.stale
            ? 'Older than the choice.'
            : 'Assumed depths 6 mm out, people wetting the air half as much again or little more than half, joints closed to 60 %: a minute or two.'}
        </span>
      </RunButton>
      {job.answer?.length === 0 && <p>Nothing of that would change it.</p>}
      {job.answer && job.answer.length > 0 && (
        <ul className="mt-1 list-disc pl-5">
          {job.answer.map(f => (
            <li key={`${f.what} ${f.zone}`}>
              {flipWords(f, named)}{' '}
              <Link to={f.zone ? '../survey' : '../brief'} relative="path" className="text-chalk underline">
                {f.zone ? 'Measure it' : 'Settle it'}
              </Link>
            </li>
          ))}
        </ul>
      )}
    </details>
  );
}

const WHAT: Record<Flip['what'], string> = {
  shallower: '6 mm shallower than assumed',
  deeper: '6 mm deeper than assumed',
  'wetter inside': 'If people wet the air half as much again',
  'drier inside': 'If people wet the air little more than half as much',
  'sealed worse': 'If only 60 % of the taped joints come out closed',
};

function flipWords({ what, zone, changes, breaks, regret }: Flip, named: (id: string) => string): string {
  const list = (ids: readonly string[]) => ids.map(named).join(', ');
  const first = zone ? `${named(zone)} ${WHAT[what]}` : WHAT[what];
  const then = [
    breaks.fits.length > 0 ? 'what was chosen no longer fits' : '',
    breaks.dry.length > 0 ? `what was chosen for ${list(breaks.dry)} is no longer as dry as asked` : '',
    regret > 0 && changes.length > 0
      ? `${list(changes)} would get something else, worth ${printMoney(Math.round(regret))} to you`
      : '',
  ].filter(Boolean);
  return `${first}: ${then.join('; ')}.`;
}
