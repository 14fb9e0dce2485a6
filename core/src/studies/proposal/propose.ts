import type { ChoiceProblem } from '../../choosing/index.ts';
import type { Weights } from '../../figures/index.ts';
import { ChoiceRun } from './choiceRun.ts';
import type { ChoiceLimits } from './limits.ts';
import { openZones } from './model.ts';
import type { ChoiceQuestion, LayUpOption } from './options.ts';
import { Fills } from './packFills.ts';
import type { Proposal, SearchEffort, TellSoFar } from './proposal.ts';
import { aroundOf } from './putUps.ts';

/** The choice in numbers, as it stands before it is known how packs fill. */
export function problemOf(
  options: ReadonlyMap<string, readonly LayUpOption[]>,
  asked: ChoiceQuestion,
  limits: ChoiceLimits,
  weights: Weights,
): ChoiceProblem {
  const open = openZones(options, asked, limits);
  return new Fills(open, aroundOf(asked, open), asked, weights).model(limits).problem;
}

/**
 * The best lay-up for every zone under limits and by what matters, among options that were weighed before: limits and weights ask no
 * physics again. Packs are shared across zones and fill as pieces really lie. Own search first, from it a proof; the best so far is
 * told all along. Seeded.
 */
export function choose(
  options: ReadonlyMap<string, readonly LayUpOption[]>,
  asked: ChoiceQuestion,
  limits: ChoiceLimits,
  weights: Weights,
  effort: SearchEffort,
  report: TellSoFar = () => undefined,
): Proposal {
  const run = new ChoiceRun({ options, asked, limits, weights, effort, report });
  const first = run.search();
  const found = run.prove(first);
  return run.proposed(found);
}
