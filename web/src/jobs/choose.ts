import type { Placement } from '@overcoat/core/model';
import {
  type Avoided,
  type ChoiceLimits,
  type ChoiceWeights,
  choose,
  type LayUpOption,
  type Proposal,
  weighAll,
} from '@overcoat/core/studies/choose';
import type { Heard } from '@overcoat/core/van/quiet';
import type { VanClimate } from '@overcoat/core/van/wetting';
import { contentKey } from './contentKey.ts';
import type { Report, Shelf } from './shelf.ts';

interface ChooseAsk {
  placement: Placement;
  heard: Heard;
  climate: VanClimate;
  avoided: Avoided;
  /** Zones that stay as they are. */
  locked: string[];
  limits: ChoiceLimits;
  weights: ChoiceWeights;
}

/** Steps of search. */
const STEPS = 30;

/** What was weighed last in this worker: limits and weights ask no physics again. */
let weighed: { key: string; options: Map<string, LayUpOption[]> } | null = null;

export const chooseJobs = {
  /** The best lay-up for every zone under limits, with its reasons. */
  choose(
    { design, library }: Shelf,
    { placement, heard, climate, avoided, locked, limits, weights }: ChooseAsk,
    report: Report,
  ): Proposal {
    const asked = { design, placement, library, heard, climate, avoided };
    const key = contentKey(design, placement, heard, climate, avoided, locked, [...library.values()]);
    if (weighed?.key !== key)
      weighed = { key, options: weighAll(asked, new Set(locked), share => report(share * 0.8)) };
    return choose(weighed.options, asked, limits, weights, STEPS, share => report(0.8 + share * 0.2));
  },
};
