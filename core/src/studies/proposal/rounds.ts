import { layUp } from '../../buildup/index.ts';
import { type Choice, type ChoiceProblem, weigh } from '../../choosing/index.ts';
import { type Evaluation, evaluate, inClimate, withPay } from '../../evaluate/index.ts';
import { FIGURE_KEYS, type Figured, pastLimit, VAN_FIGURES, wholeVan } from '../../figures/index.ts';
import type { Placement } from '../../model/index.ts';
import { type OrderLine, takeOff } from '../../order/takeoff/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import { ownClimate } from '../cabin/index.ts';
import type { ChoiceLimits } from './limits.ts';
import type { Model } from './model.ts';
import { paidAs } from './nested.ts';
import type { ChoiceQuestion } from './options.ts';

/** A choice as it comes out once it is laid. */
export interface Round {
  /** It was chosen in. */
  model: Model;
  choice: Choice;
  /** No choice of that model has less value. */
  bound: number;
  placement: Placement;
  /** Of the whole van. */
  evaluation: Evaluation;
  /** In figures as it is laid; drumming as the choice sums it. */
  figures: Figured;
  /** Materials that are ordered for that. */
  lines: readonly OrderLine[];
  /** By how much the evaluated van is over its limits, as a share. */
  over: number;
}

/** Lays what was chosen, and asks all of it. */
export function laidOut(
  { model, choice, bound }: Pick<Round, 'model' | 'choice' | 'bound'>,
  asked: ChoiceQuestion,
  limits: ChoiceLimits,
): Round {
  const placement = model.placement(choice.options);
  const { design, library, heard, climate } = asked;
  const paid = paidAs(asked, placement);
  const evaluation = withPay(evaluate(design, placement, library, heard, climate), design.shell, paid);
  const figures = { ...wholeVan(evaluation, library), quiet: model.sums(choice).quiet };
  const over = overOf(figures, limits);
  return { model, choice, bound, placement, evaluation, figures, lines: paid.materials, over };
}

/** The verdict on what was laid, in its own year. */
export function settledDamp(
  { evaluation, placement }: Pick<Round, 'evaluation' | 'placement'>,
  { design, library }: Pick<ChoiceQuestion, 'design' | 'library'>,
): Evaluation['damp'] {
  const climate = ownClimate(design, placement, library, evaluation);
  return inClimate(evaluation, design.shell, library, climate).damp;
}

/** Share of its value by which a better choice could be better at most. */
export const gapOf = ({ choice: { value }, bound }: Pick<Round, 'choice' | 'bound'>): number =>
  Math.max(0, (value - bound) / Math.max(1e-9, Math.abs(value)));

/** By how much a laid van is over the limits that may be set, as a share; those that may be passed left aside. */
function overOf(figures: Figured, limits: ChoiceLimits): number {
  return FIGURE_KEYS.reduce((sum, k) => {
    const past = pastLimit(k, figures[k], limits);
    if (!VAN_FIGURES[k].limit || limits.soft?.includes(k) || !(past > 0)) return sum;
    // Of height a metre is a share of its own.
    return sum + (VAN_FIGURES[k].gathers === 'room' ? past : past / Math.max(1e-6, limits[k]!));
  }, 0);
}

/** Every choice that differs in one group. */
const swaps = (problem: ChoiceProblem, { options }: Choice, only?: number): Choice[] =>
  problem.groups.flatMap(({ options: all }, g) =>
    only !== undefined && g !== only
      ? []
      : all.map((_, k) =>
          weigh(
            problem,
            options.map((o, i) => (i === g ? k : o)),
          ),
        ),
  );

/** Changes that are made to come back within the money. */
const REPAIRS = 40;
/** Options of a zone that are tried with real packs. */
const TRIED = 12;

/**
 * Changes one place at a time as long as that is better and what all of it really costs stays within the money: the packs of the model
 * are an estimate, those of the take-off are what the ledger has.
 */
export function polished(round: Round, asked: ChoiceQuestion, limits: ChoiceLimits): Round {
  const { model } = round;
  const { problem } = model;
  const most = limits.money ?? null;
  const money = most === null ? -1 : 0;
  const costOf = (options: readonly number[]) =>
    takeOff(layUp(asked.design.shell, model.placement(options), asked.library), asked.library).cost;
  const keeps = (c: Choice) =>
    c.takes.every(
      (t, i) => i === money || (problem.soft?.[i] ?? null) !== null || t <= problem.limits[i]! + 1e-7,
    );
  let best = round.choice;
  // The take-off takes a little more than pieces on their sheets: by so much for what is alike.
  const budget =
    most === null ? Number.POSITIVE_INFINITY : most + round.evaluation.order.cost - round.figures.money;
  let cost = round.evaluation.order.cost;
  // Over the money: what saves most for least is changed first.
  for (let i = 0; cost > budget && i < REPAIRS; i++) {
    const cheaper = swaps(problem, best)
      .filter(c => keeps(c) && c.takes[money]! < best.takes[money]! - 1)
      .map(c => ({ c, rate: (c.value - best.value) / (best.takes[money]! - c.takes[money]!) }))
      .sort((a, b) => a.rate - b.rate)
      .slice(0, TRIED);
    const next = cheaper
      .map(({ c }) => ({ c, real: costOf(c.options) }))
      .find(({ real }) => real < cost - 0.5);
    if (!next) break;
    [best, cost] = [next.c, next.real];
  }
  for (let changed = true; changed; ) {
    changed = false;
    for (let g = 0; g < problem.groups.length; g++) {
      const others = swaps(problem, best, g)
        .filter(c => c.value < best.value - ROUNDING && keeps(c))
        .sort((a, b) => a.value - b.value)
        .slice(0, TRIED);
      for (const other of others) {
        const real = costOf(other.options);
        if (real > Math.max(budget, cost)) continue;
        [best, cost, changed] = [other, real, true];
        break;
      }
    }
  }
  return best === round.choice ? round : laidOut({ ...round, choice: best }, asked, limits);
}

/** So little over its limits is within them, as a share. */
export const WITHIN = 1e-4;

/** The one nearer to its limits, then the one that is worth more. */
export const better = (a: Round, b: Round): boolean =>
  a.over < b.over - WITHIN || (a.over <= b.over + WITHIN && worthOf(a) < worthOf(b));

const worthOf = ({ model, choice, figures }: Round): number => model.worth(choice, figures.money);
