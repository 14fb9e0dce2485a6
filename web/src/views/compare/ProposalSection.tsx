import type { Purpose } from '@overcoat/core/model';
import {
  type ChoiceLimits,
  type ChoiceWeights,
  type FigureKey,
  PASSED,
  WORTH,
} from '@overcoat/core/studies/choose';
import {
  type Parsed,
  parseLength,
  parseMass,
  parseNumber,
  printLength,
  printMass,
  printNumber,
} from '@overcoat/core/units';
import { useMemo, useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { limitsOf } from '../../figures/weighed.ts';
import { grams } from '../../format.ts';
import { useRests, useVariantFigures } from '../../jobs/useFigured.ts';
import { useJob } from '../../jobs/useJob.ts';
import { addProposal } from '../../store/edits.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { useHeard } from '../../store/heard.ts';
import { parseMoney, printMoney } from '../../store/money.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Field } from '../../ui/Field.tsx';
import { Select } from '../../ui/Select.tsx';
import { FlipSection } from './FlipSection.tsx';
import { FrontSection } from './FrontSection.tsx';
import { ImproveSection } from './ImproveSection.tsx';
import { ProposedZones } from './ProposedZones.tsx';
import {
  conflictWords,
  gapWords,
  priceWords,
  proposalWords,
  spareWords,
  withoutWords,
} from './proposalWords.ts';
import { RefusedSection } from './RefusedSection.tsx';
import { SchoolsSection } from './SchoolsSection.tsx';

const MATTERS = ['does not matter', 'a little', 'matters', 'matters most'];
const WEIGHTS: [keyof ChoiceWeights, string][] = [
  ['warmth', 'warmth'],
  ['dryness', 'dryness'],
  ['quiet', 'quiet'],
  ['weight', 'light weight'],
  ['cost', 'low cost'],
  ['headroom', 'headroom'],
  ['hours', 'little work'],
];

/** The best choice for this van: found under limits that one sets, with its reasons, and taken as a variant. */
export function ProposalSection() {
  const { brief, shell } = useOpenDesign();
  const variant = useVariant();
  const heard = useHeard();
  const { rests: offcuts } = useRests();
  const { library } = useLibrary();
  const units = useUnits();
  const { heat, load, order, damp } = useEvaluation();
  // As its pieces lie on sheets, like what is proposed.
  const laid = useVariantFigures().answer?.find(f => f.id === variant.id)?.figures;
  const [own, setOwn] = useState<Partial<ChoiceLimits>>({});
  const [ownWeights, setWeights] = useState<Partial<ChoiceWeights>>({});
  const [locked, setLocked] = useState<string[]>([]);
  const [refused, setRefused] = useState<string[]>([]);
  const limits = useMemo(
    (): ChoiceLimits => ({
      ...limitsOf(brief),
      hours: null,
      damp: 'dries',
      ...own,
    }),
    [brief, own],
  );
  const weights = useMemo(
    (): ChoiceWeights => ({ ...brief.priorities, hours: 1, ...ownWeights }),
    [brief, ownWeights],
  );
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
    }),
    [variant.design, heard, damp.climate, refused, locked, limits, weights, offcuts],
  );
  const job = useJob('choose', variant.id, ask);
  const [axes, setAxes] = useState<{ x: FigureKey; y: FigureKey }>({ x: 'money', y: 'warmth' });
  const front = useJob(
    'front',
    `${variant.id}/${axes.x}/${axes.y}`,
    useMemo(() => ({ ...ask, ...axes }), [ask, axes]),
  );
  const improve = useJob(
    'improve',
    variant.id,
    useMemo(() => {
      const { weights: _, ...rest } = ask;
      return rest;
    }, [ask]),
  );
  // Of a bare van no year is reckoned: a guess has to do.
  const awaited = !damp.climate.own && damp.worst !== null;
  const { answer } = job;
  const troubles =
    answer &&
    [conflictWords(answer, units), withoutWords(answer, id => shell.zones.find(z => z.id === id)?.name ?? id)]
      .filter(Boolean)
      .join(' ');
  // What insulates, what it is stuck or foamed in with, and what is put up.
  const fixing = new Set([...library.values()].flatMap(m => m.fixedWith ?? []));
  const fills = [...library.values()].filter(
    m => m.roles.includes('fill') || fixing.has(m.id) || m.usualAs.some(isPutUp),
  );
  const soft = limits.soft ?? [];
  const softness = (key: (typeof soft)[number]) => ({
    soft: soft.includes(key),
    onSoft: (may: boolean) => limit({ soft: may ? [...soft, key] : soft.filter(s => s !== key) }),
  });
  const limit = (put: Partial<ChoiceLimits>) => setOwn({ ...own, ...put });
  return (
    <section
      className="relative shrink-0 overflow-x-auto border-b border-rule bg-ticket px-5 py-4"
      aria-label="The best choice"
    >
      <div className="flex flex-wrap items-start gap-3">
        <div className="min-w-72 flex-1">
          {answer ? (
            <>
              <p className="border-l-4 border-chalk pl-2.5 text-lg font-medium">
                {proposalWords(answer, limits, units)}
              </p>
              <p className="pl-3.5">
                Now: {printNumber(heat.asUsed, 1)} W/K, {printMoney(Math.round(laid?.money ?? order.cost))},{' '}
                {printMass(load.mass, units)}. {priceWords(answer, units)} {spareWords(answer, units)}
              </p>
              {troubles && <p className="pl-3.5 font-medium text-signal">{troubles}</p>}
              <p className="pl-3.5 text-[13px] text-faint">
                {answer.weighed} lay-ups weighed by the same physics as everywhere.{' '}
                {offcuts.length > 0 && 'Rests on your shelf go first and cost nothing. '}
                {job.running === null ? gapWords(answer) : `The best so far. ${gapWords(answer)}`}
                {damp.climate.own ? '' : ' Damp by a guessed climate: find again once it is laid.'}
                {job.stale ? ' Older than what is asked now: find again.' : ''}
                {job.stopped ? ' Stopped: this was the best by then.' : ''}
              </p>
            </>
          ) : (
            <p className="text-lg">What is best for this van, within its limits?</p>
          )}
        </div>
        <div className="flex gap-2">
          {job.running !== null || job.queued ? (
            <>
              <output className="self-center">{Math.round((job.running ?? 0) * 100)} %</output>
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
          {answer && (
            <Button onClick={() => addProposal('Proposal', answer.placement)}>Make it a variant</Button>
          )}
        </div>
      </div>
      {job.failed && (
        <p role="alert" className="text-signal">
          {job.failed}
        </p>
      )}
      <details className="mt-2">
        <summary className="cursor-pointer text-[13px] font-medium text-chalk underline">
          Limits, what matters, and what I cannot get or will not work with
        </summary>
        <div className="mt-1 flex flex-wrap items-start gap-2">
          <LimitField
            label="Money"
            value={limits.budget}
            {...softness('budget')}
            print={v => printMoney(v)}
            parse={parseMoney}
            onLimit={budget => limit({ budget })}
          />
          <LimitField
            label="Added mass"
            value={limits.mass}
            {...softness('mass')}
            print={v => printMass(v, units)}
            parse={text => parseMass(text, units)}
            onLimit={mass => limit({ mass })}
          />
          <LimitField
            label="Height left"
            value={limits.height}
            {...softness('height')}
            print={v => printLength(v, units)}
            parse={text => parseLength(text, { system: units, min: 0.5, max: shell.height.value })}
            onLimit={height => limit({ height })}
          />
          <LimitField
            label="Hours"
            value={limits.hours}
            {...softness('hours')}
            print={v => printNumber(v)}
            parse={text => {
              const read = parseNumber(text);
              return read.ok && !(read.value > 0 && read.value < 10_000)
                ? { ok: false, message: 'Hours up to 10 000, or “any”.' }
                : read;
            }}
            onLimit={hours => limit({ hours })}
          />
          <LimitField
            label="Winter water"
            value={limits.wet ?? null}
            print={grams}
            parse={text => {
              const read = parseNumber(text.replace(/g\/m²$/, ''));
              if (!read.ok) return read;
              return read.value >= 0 && read.value <= 10_000
                ? { ok: true, value: read.value / 1000 }
                : { ok: false, message: 'Grams a square metre up to 10 000, or “any”.' };
            }}
            onLimit={wet => limit({ wet })}
          />
          <Select
            compact
            className="w-40"
            label="Damp, at worst"
            value={limits.damp}
            onChange={e =>
              limit({ damp: (['dry', 'dries', 'grows'] as const).find(d => d === e.target.value) ?? 'dries' })
            }
          >
            <option value="dry">always dry</option>
            <option value="dries">dries each summer</option>
            <option value="grows">whatever</option>
          </Select>
        </div>
        <div className="mt-1 flex flex-wrap gap-2">
          {WEIGHTS.map(([key, name]) => (
            <Select
              key={key}
              compact
              className="w-32"
              label={name}
              value={weights[key]}
              onChange={e => setWeights({ ...ownWeights, [key]: Number(e.target.value) })}
            >
              {MATTERS.map((word, i) => (
                <option key={word} value={i}>
                  {word}
                </option>
              ))}
            </Select>
          ))}
        </div>
        <p className="mt-1 text-[13px] text-faint">
          What matters counts as much as money that matters, by our judgement: a W/K as{' '}
          {printMoney(WORTH.heat)}, a kilogram as {printMoney(WORTH.mass)}, an hour as{' '}
          {printMoney(WORTH.hours)}, a centimetre of height as {printMoney(WORTH.taken / 100)}, a tenth of the
          drumming as {printMoney(WORTH.drums / 10)}; a little counts half of it, most counts twice. A limit
          that may be passed costs {printMoney(PASSED.budget)} for each {printMoney(1)} over,{' '}
          {printMoney(PASSED.mass)} a kilogram, {printMoney(PASSED.height / 100)} a centimetre,{' '}
          {printMoney(PASSED.hours)} an hour.
        </p>
        <fieldset className="mt-1 flex flex-wrap gap-x-3 text-[13px]">
          <legend className="text-faint">I cannot get, or will not work with</legend>
          {fills.map(m => (
            <label key={m.id} className="flex items-center gap-1">
              <input
                type="checkbox"
                checked={refused.includes(m.id)}
                onChange={e =>
                  setRefused(e.target.checked ? [...refused, m.id] : refused.filter(r => r !== m.id))
                }
              />
              {m.name}
            </label>
          ))}
        </fieldset>
      </details>
      <FrontSection
        front={front}
        {...axes}
        onAxes={(x, y) => setAxes({ x, y })}
        proposal={answer?.figures ?? null}
        limits={limits}
        disabled={awaited}
      />
      <ImproveSection job={improve} disabled={awaited} />
      {answer && (
        <>
          <ProposedZones zones={answer.zones} putUp={answer.putUp} locked={locked} onLocked={setLocked} />
          {answer.putUp.length > 0 && (
            <p className="text-[13px] text-faint">
              What is put up at night is taken to be up for half of the heated time: its W/K count half.
            </p>
          )}
        </>
      )}
      {answer && <FlipSection proposal={answer} ask={ask} />}
      {answer && <RefusedSection refused={answer.refused} />}
      {answer && <SchoolsSection best={answer.figures} limits={limits} weights={weights} />}
    </section>
  );
}

/** What screens and curtains are made of. */
const isPutUp = (purpose: Purpose): boolean =>
  purpose === 'screen' || purpose === 'thin curtain' || purpose === 'heavy curtain';

interface LimitProps {
  label: string;
  value: number | null;
  /** It may be passed where that is worth it; left out where it may not. */
  soft?: boolean;
  onSoft?(may: boolean): void;
  print(value: number): string;
  parse(text: string): Parsed;
  onLimit(value: number | null): void;
}

/** A limit, or “any” for none. */
function LimitField({ label, value, soft = false, onSoft, print, parse, onLimit }: LimitProps) {
  const none = (text: string) => text.trim().toLowerCase() === 'any';
  return (
    <div className="w-32">
      <Field
        compact
        label={label}
        shown={value === null ? 'any' : print(value)}
        parse={text => (none(text) ? { ok: true, value: 0 } : parse(text))}
        onCommit={(v, entered) => void onLimit(none(entered) ? null : v)}
      />
      {value !== null && onSoft && (
        <label className="flex items-center gap-1 text-[13px] whitespace-nowrap">
          <input
            type="checkbox"
            checked={soft}
            aria-label={`${label} may be passed`}
            onChange={e => onSoft(e.target.checked)}
          />
          may be passed
        </label>
      )}
    </div>
  );
}
