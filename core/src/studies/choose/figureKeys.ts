import type { Evaluation } from '../../evaluate/index.ts';
import type { ChoiceLimits, ChoiceWeights, LimitKey, Sums } from './limits.ts';

/** What one weighs against each other. */
export const FIGURE_KEYS = ['warmth', 'damp', 'quiet', 'mass', 'money', 'headroom', 'hours'] as const;
export type FigureKey = (typeof FIGURE_KEYS)[number];

/** Figures of a whole van: W/K with screens and curtain up half of the time, kg/m2, share of drumming left, kg, money, m from floor to ceiling, hours. */
export type Figured = Record<FigureKey, number>;

/** What an evaluation tells of them but hours; money by the take-off where what is to pay was not counted. */
export function wholeVan(e: Evaluation): Omit<Figured, 'hours'> {
  let drums = 0;
  for (const quiet of e.quiet.bays.values()) if (quiet) drums += (quiet.left[0]! + quiet.left[1]!) / 2;
  return {
    warmth: e.heat.asUsed,
    damp: e.damp.most.likely,
    quiet: drums,
    mass: e.load.mass,
    money: e.pay?.total ?? e.order.cost,
    headroom: e.fit.headroom.left,
  };
}

/** Of each figure: its sum over a choice, what weighs it, and what limits it. */
export const FIGURES: Record<
  FigureKey,
  { of(sums: Sums): number; weight: keyof ChoiceWeights; limit: LimitKey }
> = {
  warmth: { of: s => s.heat, weight: 'warmth', limit: 'heat' },
  damp: { of: s => s.water, weight: 'dryness', limit: 'water' },
  quiet: { of: s => s.drums, weight: 'quiet', limit: 'drums' },
  mass: { of: s => s.mass, weight: 'weight', limit: 'mass' },
  money: { of: s => s.money, weight: 'cost', limit: 'budget' },
  headroom: { of: s => s.taken, weight: 'headroom', limit: 'height' },
  hours: { of: s => s.hours, weight: 'hours', limit: 'hours' },
};

const NOTHING: ChoiceWeights = {
  warmth: 0,
  quiet: 0,
  weight: 0,
  cost: 0,
  headroom: 0,
  hours: 0,
  dryness: 0,
};

/** Weights by which one figure alone counts. */
export const onlyBy = (figure: FigureKey): ChoiceWeights => ({ ...NOTHING, [FIGURES[figure].weight]: 3 });

/** Limits with one figure held to no more than so much, where they do not hold it lower already; `bare` is the height of the bare van, m. */
export function limitBy(limits: ChoiceLimits, figure: FigureKey, most: number, bare: number): ChoiceLimits {
  const { limit } = FIGURES[figure];
  const soft = (limits.soft ?? []).filter(s => s !== limit);
  if (limit === 'height') return { ...limits, soft, height: Math.max(limits.height ?? 0, bare - most) };
  const own = limits[limit];
  return { ...limits, soft, [limit]: typeof own === 'number' ? Math.min(own, most) : most };
}
