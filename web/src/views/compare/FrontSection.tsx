import { schools } from '@overcoat/core/buildup';
import { FIGURE_KEYS, type Figured, type FigureKey, VAN_FIGURES } from '@overcoat/core/figures';
import type { ChoiceLimits, FrontPoint } from '@overcoat/core/studies/proposal';
import { printNumber, type UnitSystem } from '@overcoat/core/units';
import { type Dispatch, type SetStateAction, useMemo, useState } from 'react';
import { figuresWords, printFigure } from '../../figures/weighed.ts';
import { WORDS } from '../../figures/words.ts';
import { useSchoolFigures, useVariantFigures } from '../../hooks/useFigured.ts';
import type { Run, useJob } from '../../hooks/useJob.ts';
import { addProposal } from '../../store/edits.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { type FrontMark, FrontPlot } from './FrontPlot.tsx';
import { RunButton } from './RunButton.tsx';

interface Props {
  front: ReturnType<typeof useJob<'front'>>;
  x: FigureKey;
  y: FigureKey;
  onAxes(x: FigureKey, y: FigureKey): void;
  /** What was proposed last; null for nothing yet. */
  proposal: Figured | null;
  limits: ChoiceLimits;
  disabled: boolean;
}

/** One and the same, so that what is drawn stays drawn. */
const NO_FRONT: readonly FrontPoint[] = [];

/** Two figures against each other: what can be had, with variants, schools and the proposal, the limits as fences, and the pick. */
export function FrontSection({ front, x, y, onAxes, proposal, limits, disabled }: Props) {
  const { variants } = useOpenDesign();
  const units = useUnits();
  const { answer, picked, marks, setPicked } = useMarks(front, proposal, variants);
  const pick = answer?.[Math.min(picked, answer.length - 1)];
  const choose = (label: string, value: FigureKey, other: FigureKey, on: (k: FigureKey) => void) => (
    <Select
      compact
      className="w-36"
      label={label}
      value={value}
      onChange={e => on(FIGURE_KEYS.find(k => k === e.target.value) ?? value)}
    >
      {FIGURE_KEYS.filter(k => k !== other).map(k => (
        <option key={k} value={k}>
          {WORDS[k].name}
        </option>
      ))}
    </Select>
  );
  return (
    <section aria-label="What can be had" className="mt-3">
      <div className="flex flex-wrap items-end gap-2">
        {choose('The best', y, x, k => onAxes(x, k))}
        {choose('for each', x, y, k => onAxes(k, y))}
      </div>
      <DrawButton front={front} x={x} y={y} disabled={disabled} units={units} answer={answer} />
      <FrontPlot
        front={(!front.stale && answer) || NO_FRONT}
        marks={marks}
        limits={limits}
        x={x}
        y={y}
        picked={front.stale ? undefined : pick?.figures}
      />
      {pick && !front.stale && answer.length > 1 && (
        <PickAlong
          x={x}
          y={y}
          units={units}
          picked={picked}
          setPicked={setPicked}
          answer={answer}
          pick={pick}
        />
      )}
    </section>
  );
}

function DrawButton({
  front,
  x,
  y,
  disabled,
  units,
  answer,
}: {
  front: Run<'front'>;
  x: Props['x'];
  y: Props['y'];
  disabled: boolean;
  units: UnitSystem;
  answer: FrontPoint[] | null;
}) {
  return (
    <RunButton
      job={{ ...front, answer: front.stale ? null : answer }}
      first="Draw what can be had"
      again="Draw it again"
      disabled={disabled}
    >
      <p className="grow basis-60">
        {answer &&
          frontWords(
            answer,
            x,
            y,
            v => printFigure(x, v, units),
            v => printFigure(y, v, units),
          )}
        {answer && front.stale && <span className="text-faint"> Older than what is asked now.</span>}
      </p>
    </RunButton>
  );
}

/** Variants, schools and the proposal, to be drawn beside what can be had. */
function useMarks(
  front: Run<'front'>,
  proposal: Figured | null,
  variants: ReturnType<typeof useOpenDesign>['variants'],
) {
  const ofSchools = useSchoolFigures().answer;
  const ofVariants = useVariantFigures().answer;
  const [picked, setPicked] = useState(0);
  const { answer } = front;
  const marks = useMemo(
    (): FrontMark[] => [
      ...variants.flatMap((v, i): FrontMark[] => {
        const own = ofVariants?.find(f => f.id === v.id);
        const name = `${String.fromCharCode(65 + i)} · ${v.name}`;
        return own ? [{ kind: 'variant', name, figures: own.figures }] : [];
      }),
      ...(ofSchools ?? []).map(
        (s): FrontMark => ({
          kind: 'school',
          name: schools.find(k => k.id === s.id)?.name ?? s.id,
          figures: s.figures,
        }),
      ),
      ...(proposal ? [{ kind: 'proposal', name: 'the proposal', figures: proposal } as const] : []),
    ],
    [variants, ofVariants, ofSchools, proposal],
  );
  return { answer, picked, marks, setPicked };
}

function PickAlong({
  x,
  y,
  units,
  picked,
  setPicked,
  answer,
  pick,
}: {
  x: Props['x'];
  y: Props['y'];
  units: UnitSystem;
  picked: number;
  setPicked: Dispatch<SetStateAction<number>>;
  answer: FrontPoint[];
  pick: FrontPoint;
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-[13px]">
      <label className="flex items-center gap-2">
        Pick along it
        <input
          type="range"
          min={0}
          max={answer.length - 1}
          value={Math.min(picked, answer.length - 1)}
          onChange={e => setPicked(Number(e.target.value))}
          aria-valuetext={`${printFigure(x, pick.figures[x], units)}, ${printFigure(y, pick.figures[y], units)}`}
          className="w-48 accent-[var(--chalk)]"
        />
      </label>
      <Button small onClick={() => addProposal('Pick', pick.placement)}>
        Make the pick a variant
      </Button>
      <span>{figuresWords(pick.figures, units)}.</span>
    </div>
  );
}

/** Where most is had, and what the rest of it takes. */
function frontWords(
  front: readonly FrontPoint[],
  x: FigureKey,
  y: FigureKey,
  sayX: (v: number) => string,
  sayY: (v: number) => string,
): string {
  const [first, last] = [front[0], front.at(-1)];
  if (!first || !last || front.length < 2) return 'There is nothing to choose between.';
  const worst = Math.max(...front.map(p => p.gap));
  const proven = `Each point proven to ${printNumber(Math.max(0.1, worst * 100), 1)} % or nearer, as far as packs are estimated.`;
  const of = x === 'money' ? '' : ` of ${WORDS[x].name}`;
  if (front.length === 2)
    return `From ${sayY(first.figures[y])} with ${sayX(first.figures[x])}${of} to ${sayY(last.figures[y])} with ${sayX(last.figures[x])}. ${proven}`;
  const share = (p: FrontPoint, k: FigureKey) =>
    (p.figures[k] - first.figures[k]) / (last.figures[k] - first.figures[k] || 1);
  const knee = front.reduce((a, b) => (share(b, y) - share(b, x) > share(a, y) - share(a, x) ? b : a));
  const more = Math.abs(last.figures[x] - knee.figures[x]);
  const rest = Math.abs(last.figures[y] - knee.figures[y]);
  return `With ${sayX(knee.figures[x])}${of}: ${sayY(knee.figures[y])}; the last ${sayY(rest)} take ${sayX(more)} ${VAN_FIGURES[x].better === 'more' ? 'less' : 'more'}. ${proven}`;
}
