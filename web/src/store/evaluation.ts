import { type BayResult, bayResult, type Evaluation, evaluate, inClimate } from '@overcoat/core/evaluate';
import type { Library } from '@overcoat/core/materials';
import type { Brief, Design, Placement, Shell } from '@overcoat/core/model';
import type { Heard } from '@overcoat/core/van/quiet';
import type { VanClimate } from '@overcoat/core/van/wetting';
import { useMemo } from 'react';
import { useLibrary } from '../api/queries.ts';
import { climateOf, useClimates } from './climates.ts';
import { useHeard } from './heard.ts';
import { useOpenDesign, useVariant, within } from './openDesign.ts';

/** By what was asked: in the van's own climate, or a guess until that is known. */
type Found = { climate: VanClimate | null; e: Evaluation };
type Memo = WeakMap<Shell, WeakMap<Brief, WeakMap<Placement, WeakMap<Library, WeakMap<Heard, Found>>>>>;
const memo: Memo = new WeakMap();

/** `evaluate` in the van's own climate, a guess until that is known; remembered for as long as its inputs live. */
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
  const climate = climateOf(design, placement, library);
  const found = byHeard.get(heard);
  if (found?.climate === climate) return found.e;
  const e =
    found && climate
      ? inClimate(found.e, design.shell, library, climate)
      : evaluate(design, placement, library, heard, climate ?? undefined);
  byHeard.set(heard, { climate, e });
  return e;
}

/** Results of the chosen variant. */
export function useEvaluation(): Evaluation {
  const design = useOpenDesign();
  const variant = useVariant();
  const { library } = useLibrary();
  const heard = useHeard();
  const version = useClimates(s => s.version);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a climate that has come in is asked for anew.
  return useMemo(
    () => evaluation(design, variant.design, library, heard),
    [design, variant, library, heard, version],
  );
}

/** Results of one bay, the same object for as long as the evaluation lives. */
export function useBay(id: string): BayResult {
  const e = useEvaluation();
  return useMemo(() => bayResult(e, id), [e, id]);
}
