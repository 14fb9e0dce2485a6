import {
  FIGURE_KEYS,
  type Figured,
  type FigureKey,
  figuresBy,
  VAN_FIGURES,
  type Weights,
} from '../../figures/index.ts';

/** How many times a figure counts that does not matter, matters a little, matters, matters most. */
const COUNTS = [0, 0.5, 1, 2] as const;

/** What one of each figure counts in money to somebody to whom all this matters so much. */
export const perFigure = (weights: Weights): Figured => figuresBy((k, f) => f.worth * COUNTS[weights[k]]!);

/** Weights by which one figure alone counts. */
export const onlyBy = (figure: FigureKey): Weights => figuresBy(k => (k === figure ? 3 : 0));

/** What a whole van costs in all that matters, as money: the less the better. What does not matter need not be known. */
export function worthOf(figured: Figured, weights: Weights): number {
  const per = perFigure(weights);
  return FIGURE_KEYS.reduce(
    (sum, k) =>
      per[k] === 0 ? sum : sum + per[k] * (VAN_FIGURES[k].better === 'less' ? figured[k] : -figured[k]),
    0,
  );
}

/** By how much one is worse than another in all that matters, as money; negative where it is better. */
export const regretOf = (one: Figured, best: Figured, weights: Weights): number =>
  worthOf(one, weights) - worthOf(best, weights);
