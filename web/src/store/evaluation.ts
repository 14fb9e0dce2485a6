import { type BayResult, bayResult, type Evaluation, evaluate } from '@overcoat/core/evaluate';
import type { Library } from '@overcoat/core/materials';
import type { Brief, Design, Placement, Shell } from '@overcoat/core/model';
import type { Heard } from '@overcoat/core/van/quiet';
import { useMemo } from 'react';
import { useLibrary } from '../api/queries.ts';
import { useHeard } from './heard.ts';
import { useOpenDesign, useVariant, within } from './openDesign.ts';

type Memo = WeakMap<Shell, WeakMap<Brief, WeakMap<Placement, WeakMap<Library, WeakMap<Heard, Evaluation>>>>>;
const memo: Memo = new WeakMap();

/** `evaluate`, remembered for as long as its inputs live. */
export function evaluation(
  design: Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  library: Library,
  heard: Heard,
): Evaluation {
  const byBrief = within(memo, design.shell, () => new WeakMap());
  const byPlacement = within(byBrief, design.brief, () => new WeakMap());
  const byLibrary = within(byPlacement, placement, () => new WeakMap());
  const byHeard = within(byLibrary, library, () => new WeakMap());
  return within(byHeard, heard, () => evaluate(design, placement, library, heard));
}

/** Results of the chosen variant. */
export function useEvaluation(): Evaluation {
  const design = useOpenDesign();
  const variant = useVariant();
  const { library } = useLibrary();
  const heard = useHeard();
  return useMemo(() => evaluation(design, variant.design, library, heard), [design, variant, library, heard]);
}

/** Results of one bay, the same object for as long as the evaluation lives. */
export function useBay(id: string): BayResult {
  const e = useEvaluation();
  return useMemo(() => bayResult(e, id), [e, id]);
}
