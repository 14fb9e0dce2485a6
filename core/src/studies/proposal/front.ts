import type { Highs } from 'highs';
import { type Choice, ChoiceSearch, prove } from '../../choosing/index.ts';
import { evaluate } from '../../evaluate/index.ts';
import { type Figured, type FigureKey, VAN_FIGURES, type Weights } from '../../figures/index.ts';
import type { Placement } from '../../model/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import type { DampState } from '../../van/wetting/index.ts';
import { type ChoiceLimits, limitBy } from './limits.ts';
import { openZones } from './model.ts';
import type { ChoiceQuestion, LayUpOption } from './options.ts';
import { Fills } from './packFills.ts';
import { aroundOf } from './putUps.ts';
import { gapOf, laidOut, type Round, settledDamp } from './rounds.ts';
import { onlyBy } from './worth.ts';

/** The best of one figure that so much of another allows. */
export interface FrontPoint {
  /** Of the whole van as it is laid, by figure. */
  figures: Figured;
  placement: Placement;
  /** The verdict in its own year; null until that is settled, when all points are there. */
  damp: DampState | null;
  /** Share of `y` by which it could be less at most, as packs are estimated. */
  gap: number;
}

/** Which figure against which, and how many points. */
export interface FrontAsk {
  /** Is given. */
  x: FigureKey;
  /** Is to be as little as that allows. */
  y: FigureKey;
  /** From the least of x to the least of y. */
  points: number;
}

/** Own search for one point; the one before it is near. */
const STEPS = 6;
/** s of proof for one point and for an end, and as near as is near enough. */
const SECONDS = { point: 0.8, end: 3, again: 5 };
/** Of the work, until all points are there. */
const DRAWN = 0.5;
const NEAR = 0.01;

/**
 * The front of two figures within limits: from the least of one to the least of the other, evenly between. Each point is found,
 * proven near, laid and evaluated; what another beats is left out. Told as it grows, by rising x.
 */
export function frontOf(
  options: ReadonlyMap<string, readonly LayUpOption[]>,
  asked: ChoiceQuestion,
  limits: ChoiceLimits,
  weights: Weights,
  { x, y, points }: FrontAsk,
  highs: Highs | null,
  report: (share: number, soFar: FrontPoint[]) => void = () => undefined,
): FrontPoint[] {
  const open = openZones(options, asked, limits);
  const fills = new Fills(open, aroundOf(asked, open), asked, weights);
  let from: readonly number[] | null = null;
  const best = (within: ChoiceLimits, by: Weights, seconds: number) => {
    const model = fills.model(within, { weights: by });
    const search = new ChoiceSearch(model.problem, from ? { from } : {});
    for (let i = 0; i < STEPS && !search.proven; i++) search.step();
    const found = highs
      ? prove(highs, model.problem, search.best, { seconds, near: NEAR })
      : { best: search.best, bound: Number.NEGATIVE_INFINITY };
    const choice: Choice = found.best;
    from = choice.options;
    return { model, choice, bound: Math.max(found.bound, search.bound) };
  };
  const laid = (within: ChoiceLimits, by: Weights, seconds: number): Round =>
    laidOut(best(within, by, seconds), asked, limits);
  // How packs fill, by what this person would choose.
  fills.learn(laid(limits, weights, SECONDS.point));
  const found: { point: FrontPoint; again(): FrontPoint }[] = [];
  const told = () =>
    unbeaten(
      found.map(f => f.point),
      x,
      y,
    );
  const add = (within: ChoiceLimits, by: Weights, seconds: number): number => {
    const round = laid(within, by, seconds);
    const again = () => {
      from = round.choice.options;
      return pointOf(laid(within, by, SECONDS.again));
    };
    if (round.choice.over <= 1e-6) found.push({ point: pointOf(round), again });
    return round.model.sums(round.choice)[x];
  };
  const [least, most] = [add(limits, onlyBy(x), SECONDS.end), add(limits, onlyBy(y), SECONDS.end)];
  for (let i = 1; i < points - 1; i++) {
    const given = least + ((most - least) * i) / (points - 1);
    add(limitBy(limits, x, given), onlyBy(y), SECONDS.point);
    report((DRAWN * i) / points, told());
  }
  // What is proven less near than it might be is proven on, from where it was, once all are there.
  const unsure = highs ? found.filter(f => f.point.gap > NEAR).sort((a, b) => b.point.gap - a.point.gap) : [];
  unsure.forEach((f, i) => {
    f.point = f.again();
    report(DRAWN + ((0.9 - DRAWN) * i) / unsure.length, told());
  });
  // What is shown is settled, each in its own year.
  const shown = told();
  shown.forEach((p, i) => {
    const e = evaluate(asked.design, p.placement, asked.library, asked.heard, asked.climate);
    const { state, most } = settledDamp({ evaluation: e, placement: p.placement }, asked);
    p.damp = state;
    p.figures = { ...p.figures, water: most.likely };
    report(0.9 + (0.1 * (i + 1)) / shown.length, [...shown]);
  });
  return shown;
}

const pointOf = (round: Round): FrontPoint => ({
  figures: round.figures,
  placement: round.placement,
  damp: null,
  gap: gapOf(round),
});

/** By rising x, those that no other beats. */
function unbeaten(all: readonly FrontPoint[], x: FigureKey, y: FigureKey): FrontPoint[] {
  const less = (key: FigureKey, p: FrontPoint) =>
    VAN_FIGURES[key].better === 'less' ? p.figures[key] : -p.figures[key];
  let lowest = Number.POSITIVE_INFINITY;
  return [...all]
    .sort((a, b) => less(x, a) - less(x, b) || less(y, a) - less(y, b))
    .filter(p => {
      const better = less(y, p) < lowest - ROUNDING;
      if (better) lowest = less(y, p);
      return better;
    });
}
