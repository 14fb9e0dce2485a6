import { type FigureKey, limitsOf, type Weights, weightsOf } from '@overcoat/core/figures';
import type { Library } from '@overcoat/core/materials';
import type { Placement } from '@overcoat/core/model';
import type { Rest } from '@overcoat/core/order/buying';
import type { PayBy } from '@overcoat/core/order/pipeline';
import type { ChoiceLimits, Proposal } from '@overcoat/core/studies/proposal';
import { printMass, printNumber, type UnitSystem } from '@overcoat/core/units';
import type { Heard } from '@overcoat/core/van/quiet';
import type { VanClimate } from '@overcoat/core/van/wetting';
import { useDeferredValue, useMemo, useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { useCompareSettings } from '../../hooks/useCompareSettings.ts';
import { useRests, useUsualPay } from '../../hooks/useFigured.ts';
import { type Run, useJob } from '../../hooks/useJob.ts';
import { addProposal } from '../../store/edits.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { useHeard } from '../../store/heard.ts';
import { printMoney } from '../../store/money.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Refused } from '../../ui/Refused.tsx';
import { ChoiceTerms } from './ChoiceTerms.tsx';
import { FlipSection } from './FlipSection.tsx';
import { FrontSection } from './FrontSection.tsx';
import { ImproveSection } from './ImproveSection.tsx';
import { NotesSection } from './NotesSection.tsx';
import { ProposedZones } from './ProposedZones.tsx';
import {
  gapWords,
  limitConflictWords,
  priceWords,
  proposalWords,
  spareWords,
  withoutWords,
} from './proposalWords.ts';
import { RefusedSection } from './RefusedSection.tsx';
import { SchoolsSection } from './SchoolsSection.tsx';

/** The best choice for this van, once it is known what is asked of it. */
export function ProposalSection() {
  const own = useCompareSettings();
  return (
    <section
      className="relative shrink-0 overflow-x-auto border-b border-rule bg-ticket px-5 py-4"
      aria-label="The best choice"
      aria-busy={own.reading}
    >
      {own.reading ? (
        <p role="status">Reading what you asked of the best choice…</p>
      ) : (
        <ProposalBody own={own} />
      )}
    </section>
  );
}

/** Found under limits that one sets, with its reasons, and taken as a variant. */
function ProposalBody({ own }: { own: ReturnType<typeof useCompareSettings> }) {
  const of = useProposal(own);
  const { damp, job, units, shell, refused, library, limits, weights, axes } = of;
  // Of a bare van no year is reckoned: a guess has to do.
  const awaited = !damp.climate.own && damp.worst !== null;
  // Drawn when there is time: a search tells of itself again and again.
  const answer = useDeferredValue(job.answer);
  return (
    <>
      <div className="flex flex-wrap items-start gap-3">
        <ProposalVerdict
          of={of}
          answer={answer}
          troubles={troublesOf({ units, shell, refused, library, answer })}
        />
        <ProposalButtons job={job} awaited={awaited} answer={answer} />
      </div>
      <Refused why={job.failed} />
      <ChoiceTerms
        limits={limits}
        weights={weights}
        refused={refused}
        onLimits={own.setLimits}
        onWeights={own.setWeights}
        onRefused={own.setRefused}
      />
      <FrontSection
        front={of.front}
        {...axes}
        onAxes={(x, y) => of.setAxes({ x, y })}
        proposal={answer?.figures ?? null}
        limits={limits}
        disabled={awaited}
      />
      <ImproveSection job={of.improve} disabled={awaited} />
      {answer && <ProposalDetails answer={answer} ask={of.ask} own={own} limits={limits} weights={weights} />}
    </>
  );
}

/** What stands in the way of what is asked. */
function troublesOf({
  units,
  shell,
  refused,
  library,
  answer,
}: {
  units: UnitSystem;
  shell: ReturnType<typeof useProposal>['shell'];
  refused: string[];
  library: Library;
  answer: Proposal | null;
}) {
  const troubles =
    answer &&
    [
      limitConflictWords(answer, units),
      withoutWords(
        answer,
        id => shell.zones.find(z => z.id === id)?.name ?? id,
        refused.map(id => library.get(id)?.name.toLowerCase() ?? id),
      ),
    ]
      .filter(Boolean)
      .join(' ');
  return troubles;
}

/** What is proposed zone by zone, and all that is said about it. */
function ProposalDetails({
  answer,
  ask,
  own,
  limits,
  weights,
}: {
  answer: Proposal;
  ask: ReturnType<typeof useProposal>['ask'];
  own: ReturnType<typeof useCompareSettings>;
  limits: ChoiceLimits;
  weights: Weights;
}) {
  return (
    <>
      <ProposedZones zones={answer.zones} putUp={answer.putUp} locked={own.locked} onLocked={own.setLocked} />
      {answer.putUp.length > 0 && (
        <p className="text-[13px] text-faint">
          What is put up at night is taken to be up for half of the heated time (a guess): its W/K count half.
        </p>
      )}
      <FlipSection proposal={answer} ask={ask} />
      <NotesSection proposal={answer} />
      <RefusedSection refused={answer.refused} />
      <SchoolsSection best={answer.figures} limits={limits} weights={weights} />
    </>
  );
}

function ProposalButtons({
  job,
  awaited,
  answer,
}: {
  job: Run<'choose'>;
  awaited: boolean;
  answer: Proposal | null;
}) {
  return (
    <div className="flex gap-2">
      {job.running !== null || job.queued ? (
        <>
          <output className="self-center">
            {(job.running ?? 0) < 0.005 ? 'weighing lay-ups …' : `${Math.round(job.running! * 100)} %`}
          </output>
          <Button onClick={job.cancel}>Stop</Button>
        </>
      ) : (
        <Button
          look="strong"
          disabled={awaited}
          title={awaited ? 'The van’s own year is being reckoned' : undefined}
          onClick={job.run}
        >
          {answer ? 'Find again' : 'Find the best'}
        </Button>
      )}
      {answer && <Button onClick={() => addProposal('Proposal', answer.placement)}>Make it a variant</Button>}
    </div>
  );
}

function ProposalVerdict({
  of: { job, units, limits, heat, now, load, offcuts },
  answer,
  troubles,
}: {
  of: ReturnType<typeof useProposal>;
  answer: Proposal | null;
  troubles: string | null;
}) {
  // What limits cost is asked last.
  const asked = job.running === null && !job.stopped;
  return (
    <div className="min-w-72 flex-1">
      {answer ? (
        <>
          <p className="border-l-4 border-chalk pl-2.5 text-lg font-medium">
            {proposalWords(answer, limits, units)}
          </p>
          <p className="pl-3.5">
            Now: {printNumber(heat.asUsed, 1)} W/K, {now ? printMoney(Math.round(now.total)) : '…'} to pay,{' '}
            {printMass(load.mass, units)}. {asked && priceWords(answer, units)} {spareWords(answer, units)}
          </p>
          {troubles && <p className="pl-3.5 font-medium text-signal">{troubles}</p>}
          <p className="pl-3.5 text-[13px] text-faint">
            {answer.weighed} lay-ups weighed by the same physics as everywhere.{' '}
            {offcuts.length > 0 && 'Rests on your shelf go first and cost nothing. '}
            {job.running === null ? gapWords(answer) : `The best so far. ${gapWords(answer)}`}
            {job.stale ? ' Older than what is asked now: find again.' : ''}
            {job.stopped
              ? job.stale
                ? ' Stopped before anything was found for what is asked now.'
                : ' Stopped: this was the best by then.'
              : ''}
          </p>
        </>
      ) : (
        <p className="text-lg">What is best for this van, within its limits?</p>
      )}
    </div>
  );
}

/** What is asked of the search, and its three runs: the best, what can be had, what improves. */
function useProposal(own: ReturnType<typeof useCompareSettings>) {
  const { brief, shell, ready } = useOpenDesign();
  const pay = useUsualPay(ready);
  const variant = useVariant();
  const heard = useHeard();
  const { rests: offcuts } = useRests();
  const units = useUnits();
  const { library } = useLibrary();
  const { heat, load, pay: now, damp } = useEvaluation();
  const { locked, refused } = own;
  const limits = useMemo(
    (): ChoiceLimits => ({ ...limitsOf(brief), damp: 'dries', ...own.limits }),
    [brief, own.limits],
  );
  const weights = useMemo((): Weights => ({ ...weightsOf(brief), ...own.weights }), [brief, own.weights]);
  const ask = useMemo(
    () => ({
      placement: variant.design,
      heard,
      climate: damp.climate,
      avoided: { materials: refused },
      locked,
      limits,
      weights,
      offcuts,
      pay,
    }),
    [variant.design, heard, damp.climate, refused, locked, limits, weights, offcuts, pay],
  );
  const job = useJob('choose', variant.id, ask);
  const [axes, setAxes] = useState<{ x: FigureKey; y: FigureKey }>({ x: 'money', y: 'heat' });
  const front = useJob(
    'front',
    `${variant.id}/${axes.x}/${axes.y}`,
    useMemo(() => ({ ...ask, ...axes }), [ask, axes]),
  );
  const improve = useImprove(variant, ask);
  return {
    damp,
    job,
    units,
    shell,
    refused,
    library,
    limits,
    heat,
    now,
    load,
    offcuts,
    weights,
    front,
    axes,
    setAxes,
    improve,
    locked,
    ask,
  };
}

function useImprove(
  variant: ReturnType<typeof useVariant>,
  ask: {
    placement: Placement;
    heard: Heard;
    climate: VanClimate;
    avoided: { materials: string[] };
    locked: string[];
    limits: ChoiceLimits;
    weights: Weights;
    offcuts: Rest[];
    pay: PayBy;
  },
) {
  const improve = useJob(
    'improve',
    variant.id,
    useMemo(() => {
      const { weights: _, ...rest } = ask;
      return rest;
    }, [ask]),
  );
  return improve;
}
