import {
  FIGURE_KEYS,
  type Figured,
  type FigureKey,
  type Limits,
  pastLimit,
  VAN_FIGURES,
} from '@overcoat/core/figures';
import { HALF_MM } from '@overcoat/core/tolerance';
import type { UnitSystem } from '@overcoat/core/units';
import { axisOf, printOf } from './units.ts';
import { limitName, WORDS } from './words.ts';

/** A figure as it is said. */
export const printFigure = (key: FigureKey, value: number, units: UnitSystem): string =>
  Number.isNaN(value) ? '…' : printOf(units)(value, VAN_FIGURES[key].unit);

/** What a figure is multiplied by on an axis, and what the axis says. */
export function figureAxis(key: FigureKey, units: UnitSystem): { by: number; says: string } {
  const { by, says } = axisOf(VAN_FIGURES[key].unit, units);
  return { by, says: `${WORDS[key].name}, ${key === 'quiet' ? '% of the bare van' : says}` };
}

/** All figures in a line; those that are still being reckoned are left out. */
export const figuresWords = (figures: Figured, units: UnitSystem): string =>
  FIGURE_KEYS.filter(k => !Number.isNaN(figures[k]))
    .map(k => `${WORDS[k].name} ${printFigure(k, figures[k], units)}`)
    .join(', ');

/** Limits that figures break, each with by how much; empty where all are kept. */
export const brokenWords = (figures: Figured, limits: Limits, units: UnitSystem): string[] =>
  FIGURE_KEYS.flatMap(k => {
    const past = pastLimit(k, figures[k], limits);
    const { limit, better, unit } = VAN_FIGURES[k];
    if (!limit || !(past > (unit === 'm' ? HALF_MM : 1e-6))) return [];
    return [`${printFigure(k, past, units)} ${better === 'less' ? 'over' : 'under'} the ${limitName(k)}`];
  });
