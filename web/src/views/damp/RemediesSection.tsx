import type { Remedy } from '@overcoat/core/studies/remedies';
import { printNumber } from '@overcoat/core/units';
import { buildsUp, dampMark, dampWord } from '@overcoat/core/van/wetting';
import { useMemo } from 'react';
import { grams } from '../../format.ts';
import { usePayBy } from '../../hooks/useCutting.ts';
import { useJob } from '../../hooks/useJob.ts';
import { tryRemedy } from '../../store/edits.ts';
import { isCounted, useEvaluation } from '../../store/evaluation.ts';
import { printMoney } from '../../store/money.ts';
import { useVariant } from '../../store/openDesign.ts';
import { Button } from '../../ui/Button.tsx';

/** So many stand beside the verdict. */
const SHOWN = 3;

/** Beside “builds up”: the cheapest ways out for this van, found by trying, each put in with one click and taken back by undo. */
export function RemediesSection() {
  const e = useEvaluation();
  const { id, design: placement } = useVariant();
  const by = usePayBy();
  const { damp } = e;
  const bad = buildsUp(damp.state) && damp.standing === 'settled';
  const ask = useMemo(
    () => (by ? { placement, climate: damp.climate, by } : null),
    [placement, damp.climate, by],
  );
  // Once the ledger has settled: what stands there comes first.
  const job = useJob('remedies', id, ask ?? NOTHING, bad && ask !== null && isCounted(e));
  if (!bad) return null;
  const found = job.stale ? [] : (job.answer?.found ?? []).slice(0, SHOWN);
  return (
    <section
      aria-label="What would mend it"
      className="mb-3 border-l-4 border-signal pl-3 text-[14px]"
      data-testid="remedies"
    >
      <h3 className="text-lg">
        {found.length > 0
          ? 'What would mend it, the cheapest first'
          : 'What would mend it is tried on this van …'}
      </h3>
      <ul>
        {found.map(r => (
          <li key={r.does} className="flex items-start gap-2 border-t border-rule py-1">
            <span className="grow">
              {r.does.replace(/^./, c => c.toUpperCase())}: {dampMark(r.state)} {dampWord(r.state)},{' '}
              {grams(r.water)}
              {buildsUp(r.wetEnd) && !buildsUp(r.state) ? '; at the wet end it still builds up' : ''};{' '}
              {changesOf(r)}.
            </span>
            <Button small onClick={() => tryRemedy(r)} aria-label={`Try: ${r.does}`}>
              try
            </Button>
          </li>
        ))}
      </ul>
      {job.running !== null && found.length > 0 && <p className="text-faint">More is being tried …</p>}
      {job.failed && <p className="text-signal">{job.failed}</p>}
    </section>
  );
}

const NOTHING = {} as never;

/** What else it changes, in words. */
function changesOf({ changes: { heat, money, hours } }: Remedy): string {
  const parts = [
    ...(Math.abs(heat) >= 0.05
      ? [`${signed(heat, v => printNumber(v, 1))} W/K of heat loss with its air`]
      : []),
    ...(Math.abs(money) >= 0.5 ? [signed(money, v => printMoney(Math.round(v)))] : []),
    ...(Math.abs(hours) >= 0.5 ? [`${signed(hours, v => printNumber(v, 0))} h`] : []),
  ];
  return parts.length > 0 ? parts.join(', ') : 'it costs no warmth, money or hours';
}

const signed = (value: number, print: (v: number) => string): string =>
  `${value > 0 ? '+' : '−'}${print(Math.abs(value))}`;
