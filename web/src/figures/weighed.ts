import type { Brief } from '@overcoat/core/model';
import { type ChoiceLimits, FIGURE_KEYS, type Figured, type FigureKey } from '@overcoat/core/studies/choose';
import type { Unit } from '@overcoat/core/studies/disputes';
import type { UnitSystem } from '@overcoat/core/units';
import { axisOf, printOf } from './units.ts';

/** Figures that are weighed against each other, by their name here. */
export const FIGURE_NAMES: Record<FigureKey, string> = {
  warmth: 'heat loss',
  damp: 'winter water',
  quiet: 'drumming',
  mass: 'added mass',
  money: 'to pay',
  headroom: 'headroom',
  hours: 'work',
};

const UNITS: Record<FigureKey, Unit> = {
  warmth: 'W/K',
  damp: 'kg/m2',
  quiet: 'share',
  mass: 'kg',
  money: 'money',
  headroom: 'm',
  hours: 'h',
};

/** A figure as it is said. */
export const printFigure = (key: FigureKey, value: number, units: UnitSystem): string =>
  Number.isNaN(value) ? '…' : printOf(units)(value, UNITS[key]);

/** What a figure is multiplied by on an axis, and what the axis says. */
export function figureAxis(key: FigureKey, units: UnitSystem): { by: number; says: string } {
  const { by, says } = axisOf(UNITS[key], units);
  return { by, says: `${FIGURE_NAMES[key]}, ${key === 'quiet' ? '% of the bare van' : says}` };
}

/** All figures in a line; those that are still being reckoned are left out. */
export const figuresWords = (figures: Figured, units: UnitSystem): string =>
  FIGURE_KEYS.filter(k => !Number.isNaN(figures[k]))
    .map(k => `${FIGURE_NAMES[k]} ${printFigure(k, figures[k], units)}`)
    .join(', ');

/** Limits that figures break, each with by how much; empty where all are kept. */
export function brokenWords(
  figures: Pick<Figured, 'money' | 'mass' | 'headroom'> & Partial<Figured>,
  limits: Pick<ChoiceLimits, 'budget' | 'mass' | 'height'> & { hours?: number | null },
  units: UnitSystem,
): string[] {
  const over = (key: FigureKey, most: number | null | undefined, name: string) => {
    const by = most === null || most === undefined ? 0 : (figures[key] ?? 0) - most;
    return by > 1e-6 ? [`${printFigure(key, by, units)} over the ${name}`] : [];
  };
  const short = limits.height === null ? 0 : limits.height - figures.headroom;
  return [
    ...over('money', limits.budget, 'budget'),
    ...over('mass', limits.mass, 'mass'),
    ...(short > 5e-4 ? [`${printFigure('headroom', short, units)} under the height`] : []),
    ...over('hours', limits.hours, 'hours'),
  ];
}

/** The limits that a brief sets. */
export const limitsOf = ({
  budget,
  payload,
  headHeight,
}: Pick<Brief, 'budget' | 'payload' | 'headHeight'>): Pick<ChoiceLimits, 'budget' | 'mass' | 'height'> => ({
  budget,
  mass: payload,
  height: headHeight.value,
});
