import {
  type BayResult,
  bayResult,
  type Evaluation,
  evaluate,
  inClimate,
  whileReckoning,
} from '@overcoat/core/evaluate';
import type { Library } from '@overcoat/core/materials';
import type { Brief, Design, Placement, Shell } from '@overcoat/core/model';
import type { Heard } from '@overcoat/core/van/quiet';
import type { VanClimate } from '@overcoat/core/van/wetting';
import { useMemo } from 'react';
import { useLibrary } from '../api/queries.ts';
import { climateOf, keptClimate, useClimates } from './climates.ts';
import { useHeard } from './heard.ts';
import { useOpenDesign, useVariant, within } from './openDesign.ts';

/** By what was asked: in the van's own climate, or as it stands until that is known, with what that rests on. */
interface Found {
  climate: VanClimate | null;
  kept: VanClimate | null;
  /** As first evaluated, in whatever climate. */
  base: Evaluation;
  e: Evaluation;
}
type Memo = WeakMap<Shell, WeakMap<Brief, WeakMap<Placement, WeakMap<Library, WeakMap<Heard, Found>>>>>;
const memo: Memo = new WeakMap();
/** The last verdict on what is laid, whatever brief and body were then. */
const verdicts = new WeakMap<Placement, Evaluation['damp']>();

/**
 * `evaluate` in the van's own climate; until that is known, damp as it stood before and marked so. Remembered for as long as
 * its inputs live.
 */
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
  const kept = climate ? null : keptClimate(design);
  const found = byHeard.get(heard);
  if (found && found.climate === climate && (climate !== null || found.kept === kept)) return found.e;
  const base = found?.base ?? evaluate(design, placement, library, heard, climate ?? undefined);
  const last = verdicts.get(placement) ?? null;
  const e = !climate
    ? whileReckoning(base, design.shell, library, { kept, last })
    : found
      ? inClimate(base, design.shell, library, climate)
      : base;
  if (climate) verdicts.set(placement, e.damp);
  byHeard.set(heard, { climate, kept, base, e });
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
