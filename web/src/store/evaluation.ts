import { type BayResult, bayResult, type Evaluation, evaluate } from '@overcoat/core/evaluate';
import type { Library } from '@overcoat/core/materials';
import type { Brief, Design, Placement, Shell, Variant } from '@overcoat/core/model';
import { useMemo } from 'react';
import { useLibrary } from '../api/queries.ts';
import { useDesign } from './design.ts';

type Memo = WeakMap<Shell, WeakMap<Brief, WeakMap<Placement, WeakMap<Library, Evaluation>>>>;
const memo: Memo = new WeakMap();

/** What a map holds for a key, made when it is first asked for. */
export function within<K extends object, V>(map: WeakMap<K, V>, key: K, make: () => V): V {
  const found = map.get(key);
  if (found !== undefined) return found;
  const made = make();
  map.set(key, made);
  return made;
}

/** `evaluate`, remembered for as long as its inputs live. */
export function evaluation(
  design: Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  library: Library,
): Evaluation {
  const byBrief = within(memo, design.shell, () => new WeakMap());
  const byPlacement = within(byBrief, design.brief, () => new WeakMap());
  const byLibrary = within(byPlacement, placement, () => new WeakMap());
  return within(byLibrary, library, () => evaluate(design, placement, library));
}

/** The open design, which every view inside a conversion has. */
export function useOpenDesign(): Design {
  const design = useDesign(s => s.design);
  if (!design) throw new Error('No design is open');
  return design;
}

export function useVariant(): Variant {
  const design = useOpenDesign();
  const id = useDesign(s => s.variantId);
  return design.variants.find(v => v.id === id) ?? design.variants[0]!;
}

/** The variant being built, which orders and checks go by. */
export function useBuilt(): Variant {
  const design = useOpenDesign();
  return design.variants.find(v => v.id === design.built) ?? design.variants[0]!;
}

/** Results of the chosen variant. */
export function useEvaluation(): Evaluation {
  const design = useOpenDesign();
  const variant = useVariant();
  const { library } = useLibrary();
  return useMemo(() => evaluation(design, variant.design, library), [design, variant, library]);
}

/** Results of one bay, the same object for as long as the evaluation lives. */
export function useBay(id: string): BayResult {
  const e = useEvaluation();
  return useMemo(() => bayResult(e, id), [e, id]);
}
