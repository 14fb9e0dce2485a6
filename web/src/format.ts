import type { Evaluation } from '@overcoat/core/evaluate';
import { printLength, printMass, printMoney, printNumber, type UnitSystem } from '@overcoat/core/units';
import { MONTHS } from '@overcoat/core/van/climate';

export const monthName = (month: number): string => MONTHS[month]!;

/** Grams a square metre, from kg: tenths under ten. */
export const grams = (kg: number): string => `${printNumber(kg * 1000, kg < 0.00995 ? 1 : 0)} g/m²`;

/** Days as a person says them. */
export function days(count: number): string {
  if (!Number.isFinite(count) || count > 36_500) return 'more than a century';
  if (count > 730) return `${printNumber(count / 365, 0)} years`;
  if (count > 90) return `${printNumber(count / 30.4, 0)} months`;
  return count < 1.5 ? 'a day' : `${printNumber(count, 0)} days`;
}

export interface Figures {
  mass: number;
  cost: number;
  heat: number;
  headroom: number;
}

export const figuresOf = (e: Evaluation): Figures => ({
  mass: e.load.mass,
  cost: e.order.cost,
  heat: e.heat.loss,
  headroom: e.fit.headroom.left,
});

export interface FigureKind {
  key: keyof Figures;
  name: string;
  print(value: number, units: UnitSystem): string;
  /** Below this a change is none. */
  noise: number;
}

export const FIGURES: readonly FigureKind[] = [
  { key: 'mass', name: 'added', print: printMass, noise: 0.05 },
  { key: 'cost', name: 'cost', print: v => printMoney(Math.round(v)), noise: 0.5 },
  { key: 'heat', name: 'heat loss', print: v => `${printNumber(v, 1)} W/K`, noise: 0.05 },
  { key: 'headroom', name: 'headroom', print: printLength, noise: 0.0005 },
];
