import {
  type BayResult,
  bayResult,
  type Evaluation,
  evaluate,
  inClimate,
  whileReckoning,
  withPay,
} from '@overcoat/core/evaluate';
import type { Library } from '@overcoat/core/materials';
import type { Brief, Design, Placement, Shell } from '@overcoat/core/model';
import type { Paid } from '@overcoat/core/order/pipeline';
import type { Heard } from '@overcoat/core/van/quiet';
import type { VanClimate } from '@overcoat/core/van/wetting';
import { useMemo } from 'react';
import { useLibrary } from '../api/queries.ts';
import { keptClimate, ownClimateOf, useClimates } from './climates.ts';
import { useDesign } from './design.ts';
import { useHeard } from './heard.ts';
import { keptWithin, useOpenDesign, useVariant } from './openDesign.ts';
import { payOf, usePays } from './pays.ts';
import { useWorkshop } from './workshop.ts';

/** By what was asked: in the van's own climate, or as it stands until that is known, with what that rests on. */
interface Found {
  paid: Paid | null;
  climate: VanClimate | null;
  kept: VanClimate | null;
  /** As first evaluated, in whatever climate. */
  base: Evaluation;
  e: Evaluation;
}
type Memo = WeakMap<Shell, WeakMap<Brief, WeakMap<Placement, WeakMap<Library, WeakMap<Heard, Found>>>>>;
const memo: Memo = new WeakMap();
/** What was last to pay in each variant: it stands, greyed, until what is laid now is counted. */
const lastPaid = new Map<string, Paid>();
/** Whether what is to pay is counted for just this, or stands from before. */
const counted = new WeakSet<Evaluation>();
export const isCounted = (e: Evaluation): boolean => counted.has(e);
/** The last verdict on what is laid, whatever brief and body were then. */
const verdicts = new WeakMap<Placement, Evaluation['damp']>();

/**
 * `evaluate` in the van's own climate with what is to pay by the variant's cut list; until those are known, damp as it stood
 * before, marked so, and of what a variant holds at present what was last to pay. Remembered for as long as its inputs live.
 */
export function evaluation(
  design: Pick<Design, 'shell' | 'brief'> & Partial<Pick<Design, 'ready'>>,
  placement: Placement,
  library: Library,
  heard: Heard,
  variant: string,
  present = false,
): Evaluation {
  const byBrief = keptWithin(memo, design.shell, () => new WeakMap());
  const byPlacement = keptWithin(byBrief, design.brief, () => new WeakMap());
  const byLibrary = keptWithin(byPlacement, placement, () => new WeakMap());
  const byHeard = keptWithin(byLibrary, library, () => new WeakMap());
  const climate = ownClimateOf(design, placement, library);
  const kept = climate ? null : keptClimate(design);
  const fresh = payOf(design, placement, library, variant);
  const own = `${useDesign.getState().id}/${variant}`;
  const paid = fresh ?? (present ? (lastPaid.get(own) ?? null) : null);
  const found = byHeard.get(heard);
  if (
    found &&
    found.climate === climate &&
    (climate !== null || found.kept === kept) &&
    found.paid === paid
  ) {
    if (fresh) counted.add(found.e);
    return found.e;
  }
  const base = found?.base ?? evaluate(design, placement, library, heard, climate ?? undefined);
  const last = verdicts.get(placement) ?? null;
  const judged = !climate
    ? whileReckoning(base, design.shell, library, { kept, last })
    : found
      ? inClimate(base, design.shell, library, climate)
      : base;
  const e = paid ? withPay(judged, design.shell, paid) : judged;
  if (climate) verdicts.set(placement, e.damp);
  if (fresh) {
    counted.add(e);
    if (present) lastPaid.set(own, fresh);
  }
  byHeard.set(heard, { climate, kept, base, paid, e });
  return e;
}

/** Changes whenever a climate, a count or what that rests on has come in. */
export function useSettling(): string {
  const climates = useClimates(s => s.version);
  const { version, lists } = usePays();
  const workshop = useWorkshop(s => s.entries.length + (s.ready ? 1 : 0));
  return `${climates} ${version} ${Object.keys(lists).length} ${workshop}`;
}

/** Results of the chosen variant. */
export function useEvaluation(): Evaluation {
  const design = useOpenDesign();
  const variant = useVariant();
  const { library } = useLibrary();
  const heard = useHeard();
  const version = useSettling();
  // biome-ignore lint/correctness/useExhaustiveDependencies: what has come in is asked for anew.
  return useMemo(
    () => evaluation(design, variant.design, library, heard, variant.id, true),
    [design, variant, library, heard, version],
  );
}

/** Results of one bay, the same object for as long as the evaluation lives. */
export function useBay(id: string): BayResult {
  const e = useEvaluation();
  return useMemo(() => bayResult(e, id), [e, id]);
}
