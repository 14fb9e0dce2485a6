import { type FigureKey, type Limits, VAN_FIGURES } from '../../figures/index.ts';
import type { DampClass } from '../../van/wetting/index.ts';

/** What may not be exceeded, figures among it; null or left out for what does not matter. */
export interface ChoiceLimits extends Limits {
  /** Figures that may pass their limit where it is worth it; left out for none. */
  soft?: readonly FigureKey[];
  /** Most winter water that any bay may usually have, kg/m2; left out for any. */
  wet?: number | null;
  /** The worst a bay may be: dry, drying each summer, or whatever. */
  damp: DampClass;
}

/** Limits with one figure held to so much, where they do not hold it closer already. */
export function limitBy(limits: ChoiceLimits, figure: FigureKey, to: number): ChoiceLimits {
  const own = limits[figure] ?? null;
  const closer = VAN_FIGURES[figure].better === 'less' ? Math.min : Math.max;
  const soft = (limits.soft ?? []).filter(s => s !== figure);
  return { ...limits, soft, [figure]: own === null ? to : closer(own, to) };
}
