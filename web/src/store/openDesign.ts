import type { Design, Variant } from '@overcoat/core/model';
import { useDesign } from './design.ts';

/** What a map holds for a key, made when it is first asked for. */
export function keptWithin<K extends object, V>(map: WeakMap<K, V>, key: K, make: () => V): V {
  const found = map.get(key);
  if (found !== undefined) return found;
  const made = make();
  map.set(key, made);
  return made;
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
export const builtOf = (design: Design): Variant =>
  design.variants.find(v => v.id === design.built) ?? design.variants[0]!;

export const useBuilt = (): Variant => builtOf(useOpenDesign());
