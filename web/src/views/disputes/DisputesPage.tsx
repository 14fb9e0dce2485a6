import { weightsOf } from '@overcoat/core/figures';
import {
  answerWords,
  type Dispute,
  type DisputeId,
  guessWords,
  NOTHING,
  QUESTIONS,
  turnWords,
} from '@overcoat/core/studies/disputes';
import { ArrowLeft } from 'lucide-react';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { printOf } from '../../figures/units.ts';
import { useJob } from '../../hooks/useJob.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { useHeard } from '../../store/heard.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Refused } from '../../ui/Refused.tsx';
import { TurningPlot } from './TurningPlot.tsx';

/** Where it can be tried and taken. */
const TRY: Record<DisputeId, { to: string; name: string }> = {
  barrier: { to: '../build-ups', name: 'Lay or leave out a film' },
  seal: { to: '../cold-and-damp', name: 'Try other seals' },
  deadening: { to: '../sound', name: 'Try shares of damping' },
  ribs: { to: '../build-ups', name: 'Put a strip over ribs' },
  'floor battens': { to: '../build-ups', name: 'Lay the floor otherwise' },
  floor: { to: '../build-ups', name: 'Lay the floor otherwise' },
  ceiling: { to: '../build-ups', name: 'Lay the ceiling otherwise' },
  foil: { to: '../build-ups', name: 'Lay or leave out a film' },
  glass: { to: '../cold-and-damp', name: 'Try screens in a night' },
  kit: { to: '../cut-and-buy?list=buy', name: 'Weigh a kit of your own' },
};

/** What practitioners dispute, answered for this van: a sentence, where it turns, what moves it, and where to try it. */
export function Component() {
  const { brief } = useOpenDesign();
  const variant = useVariant();
  const heard = useHeard();
  const units = useUnits();
  const { damp } = useEvaluation();
  const ask = useMemo(
    () => ({
      placement: variant.design,
      heard,
      climate: damp.climate,
      weights: weightsOf(brief),
    }),
    [variant.design, heard, damp.climate, brief],
  );
  const job = useJob('disputes', variant.id, ask, true);
  const { answer } = job;
  return (
    <div className="table-ground min-h-0 grow overflow-auto p-5 print-whole">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <Link
          to="../compare"
          relative="path"
          className="no-print inline-flex items-center gap-1 text-chalk underline"
        >
          <ArrowLeft size={15} aria-hidden /> Compare
        </Link>
        <h2 className="text-2xl">Ten disputes, for {variant.name}</h2>
        <p className="text-[13px] text-faint" aria-live="polite">
          {answer?.assumed && 'This variant is bare: board and foil stand for what it might get. '}
          {job.running !== null || job.stale || !answer
            ? 'Reckoned anew …'
            : damp.climate.own
              ? 'In this van’s own year, by what matters in the brief.'
              : 'In a guessed year, by what matters in the brief.'}
        </p>
      </div>
      <Refused why={job.failed} />
      <div className="mt-3 grid gap-4 lg:grid-cols-2">
        {answer?.disputes.map(({ id, dispute }) => (
          <section key={id} aria-label={QUESTIONS[id]} className="break-inside-avoid bg-sheet px-4 py-3">
            <h3 className="font-sign text-lg font-semibold">{QUESTIONS[id]}</h3>
            {dispute ? <Answer dispute={dispute} print={printOf(units)} /> : <p>{NOTHING[id]}</p>}
            <Link
              to={TRY[id].to}
              relative="path"
              className="no-print mt-1 inline-block text-[13px] text-chalk underline"
            >
              {TRY[id].name}
            </Link>
          </section>
        ))}
      </div>
    </div>
  );
}

function Answer({ dispute, print }: { dispute: Dispute; print: ReturnType<typeof printOf> }) {
  return (
    <>
      <p className="border-l-4 border-chalk pl-2.5">{answerWords(dispute, print)}</p>
      <TurningPlot turning={dispute.turning} question={QUESTIONS[dispute.id]} />
      <p className="text-[13px]">{turnWords(dispute, print)}</p>
      <p className="text-[13px] text-faint">
        What would change it: {dispute.moves.join('; ')}. {guessWords(dispute.id, print)}
      </p>
    </>
  );
}
