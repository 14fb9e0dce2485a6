import type { Brief } from '@overcoat/core/model';
import { type ChoiceLimits, FIGURE_KEYS, type Figured, type FigureKey } from '@overcoat/core/studies/choose';
import { printLength, printMass, printNumber, type UnitSystem } from '@overcoat/core/units';
import { grams } from '../format.ts';
import { moneySign, printMoney } from '../store/money.ts';

/** Figures that are weighed against each other, by their name here. */
export const FIGURE_NAMES: Record<FigureKey, string> = {
  warmth: 'heat loss',
  damp: 'winter water',
  quiet: 'drumming',
  mass: 'added mass',
  money: 'money',
  headroom: 'headroom',
  hours: 'hours of work',
};

/** A figure as it is said. */
export function printFigure(key: FigureKey, value: number, units: UnitSystem): string {
  switch (key) {
    case 'warmth':
      return `${printNumber(value, 1)} W/K`;
    case 'damp':
      return grams(value);
    case 'quiet':
      return `${printNumber(value * 100)} %`;
    case 'mass':
      return printMass(value, units);
    case 'money':
      return printMoney(Math.round(value));
    case 'headroom':
      return printLength(value, units);
    case 'hours':
      return `${printNumber(value)} h`;
  }
}

/** What a figure is multiplied by on an axis, and what the axis says. */
export function figureAxis(key: FigureKey, units: UnitSystem): { by: number; says: string } {
  const metric = units === 'metric';
  const of: Record<FigureKey, { by: number; unit: string }> = {
    warmth: { by: 1, unit: 'W/K' },
    damp: { by: 1000, unit: 'g/m²' },
    quiet: { by: 100, unit: '% of the bare van' },
    mass: metric ? { by: 1, unit: 'kg' } : { by: 1 / 0.45359237, unit: 'lb' },
    money: { by: 1, unit: moneySign() },
    headroom: metric ? { by: 1000, unit: 'mm' } : { by: 1 / 0.0254, unit: 'in' },
    hours: { by: 1, unit: 'h' },
  };
  return { by: of[key].by, says: `${FIGURE_NAMES[key]}, ${of[key].unit}` };
}

/** All figures in a line. */
export const figuresWords = (figures: Figured, units: UnitSystem): string =>
  FIGURE_KEYS.map(k => `${FIGURE_NAMES[k]} ${printFigure(k, figures[k], units)}`).join(', ');

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
    ...over('money', limits.budget, 'money'),
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
