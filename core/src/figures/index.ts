import type { Evaluation } from '../evaluate/index.ts';
import type { Library } from '../materials/index.ts';
import type { Brief } from '../model/index.ts';
import { addedMass } from './addedMass.ts';
import { drumming } from './drumming.ts';
import type { VanFigure } from './figure.ts';
import { fireLoad } from './fireLoad.ts';
import { headroom } from './headroom.ts';
import { heatLoss } from './heatLoss.ts';
import { hours } from './hours.ts';
import { toPay } from './toPay.ts';
import { winterWater } from './winterWater.ts';

export { drummingIn } from './drumming.ts';
export type { Unit, VanFigure } from './figure.ts';
export { DWELLING_FIRE_LOAD, fireLoadDensity, fireLoadIn } from './fireLoad.ts';

const ALL = {
  mass: addedMass,
  money: toPay,
  heat: heatLoss,
  headroom,
  water: winterWater,
  quiet: drumming,
  hours,
  fire: fireLoad,
};
export type FigureKey = keyof typeof ALL;

/** Every figure of a van, in the order in which they are shown: ledger, tables, weights, limits, axes and `ask` follow it. */
export const VAN_FIGURES: Readonly<Record<FigureKey, VanFigure>> = ALL;
export const FIGURE_KEYS = Object.keys(ALL) as readonly FigureKey[];

/** One value for each. */
export const figuresBy = <T>(of: (key: FigureKey, figure: VanFigure) => T): Record<FigureKey, T> =>
  Object.fromEntries(FIGURE_KEYS.map(k => [k, of(k, VAN_FIGURES[k])])) as Record<FigureKey, T>;

/** Of a whole van, each in its unit; NaN for what is not counted yet. */
export type Figured = Record<FigureKey, number>;

/** What an evaluation tells of all of them. */
export const wholeVan = (e: Evaluation, library: Library): Figured => figuresBy((_, f) => f.of(e, library));

/** How much each matters: 0 not at all, 1 a little, 2 it does, 3 most. */
export type Weights = Record<FigureKey, number>;

/** As the brief has it. */
export const weightsOf = (brief: Brief): Weights => figuresBy((_, f) => f.matters(brief));

/** What each may come to: at most, or at least where more is better; left out or null for any. */
export type Limits = Partial<Record<FigureKey, number | null>>;

/** The limits that the brief sets. */
export const limitsOf = (brief: Brief): Limits => figuresBy((_, f) => f.limit?.brief(brief) ?? null);

/** By how much a figure is past its limit, in its unit; less than nothing where it keeps it, NaN where either is unknown. */
export function pastLimit(key: FigureKey, value: number, limits: Limits): number {
  const limit = limits[key] ?? null;
  if (limit === null) return Number.NaN;
  return VAN_FIGURES[key].better === 'less' ? value - limit : limit - value;
}
