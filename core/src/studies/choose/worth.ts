import type { Figured } from './figureKeys.ts';
import type { ChoiceWeights } from './limits.ts';
import { perFigure } from './model.ts';

/** What a whole van costs in all that matters, as money: the less the better. */
export function worthOf(f: Figured, weights: ChoiceWeights): number {
  const per = perFigure(weights);
  return (
    per.heat * f.warmth +
    per.water * f.damp +
    per.drums * f.quiet +
    per.mass * f.mass +
    per.money * f.money +
    per.hours * f.hours -
    per.taken * f.headroom
  );
}

/** By how much one is worse than another in all that matters, as money; negative where it is better. */
export const regretOf = (one: Figured, best: Figured, weights: ChoiceWeights): number =>
  worthOf(one, weights) - worthOf(best, weights);
