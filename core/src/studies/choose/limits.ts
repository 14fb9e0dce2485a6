import type { DampClass } from '../../van/wetting/index.ts';

/** What may not be exceeded; null for what does not matter. */
export interface ChoiceLimits {
  /** Money for materials. */
  budget: number | null;
  /** kg added. */
  mass: number | null;
  /** Floor to ceiling that must be left, m. */
  height: number | null;
  /** Hours of work. */
  hours: number | null;
  /** Those that may be passed where it is worth it; left out for none. */
  soft?: readonly ('budget' | 'mass' | 'height' | 'hours')[];
  /** Heat of the whole van, screens and curtain up half of the time, W/K; left out for any. */
  heat?: number;
  /** Share of the bare van's drumming that is left; left out for any. */
  drums?: number;
  /** Of the most winter water in a bay, summed over zones, kg/m2; left out for any. */
  water?: number;
  /** Most winter water that any bay may usually have, kg/m2; left out for any. */
  wet?: number | null;
  /** The worst a bay may be: dry, drying each summer, or whatever. */
  damp: DampClass;
}

/** One of them. */
export type LimitKey = Exclude<keyof ChoiceLimits, 'soft' | 'wet'>;

/** What matters how much, 0 to 3. */
export interface ChoiceWeights {
  /** Heat loss. */
  warmth: number;
  /** Drumming. */
  quiet: number;
  /** Mass. */
  weight: number;
  /** Money. */
  cost: number;
  /** Room taken by floor and ceiling. */
  headroom: number;
  /** Work. */
  hours: number;
  /** Water in winter. */
  dryness: number;
}

/** Figures of a whole choice. */
export interface Sums {
  /** Of the whole van, screens and curtain up half of the time, W/K. */
  heat: number;
  /** kg. */
  mass: number;
  /** In whole packs. */
  money: number;
  /** Hours, likely. */
  hours: number;
  /** Share of the bare van's drumming that is left. */
  drums: number;
  /** Taken by floor and ceiling, m. */
  taken: number;
  /** Of the most winter water in a bay, kg/m2, summed over zones. */
  water: number;
}
