import type { Unit } from '@overcoat/core/figures';
import { printLength, printMass, printNumber, type UnitSystem } from '@overcoat/core/units';
import { grams } from '../format.ts';
import { moneySign, printMoney } from '../store/money.ts';

/** A figure as this person reads it. */
export const printOf =
  (units: UnitSystem) =>
  (value: number, unit: Unit): string => {
    switch (unit) {
      case 'W/K':
        return `${printNumber(value, 1)} W/K`;
      case 'kg':
        return printMass(value, units);
      case 'money':
        return printMoney(Math.round(value));
      case 'h':
        return `${printNumber(value, value < 10 ? 1 : 0)} hours`;
      case 'm':
        return printLength(value, units);
      case 'kg/m2':
        return grams(value);
      case 'share':
        return `${printNumber(value * 100, 0)} %`;
      case 'times':
        return `${printNumber(value, value < 1 ? 2 : 1)} times`;
      case 'MJ':
        return `${printNumber(value, 0)} MJ`;
      case 'dB':
        return `${printNumber(value, 1)} dB`;
    }
  };

/** What a figure is multiplied by on an axis, and what the axis then counts. */
export function axisOf(unit: Unit, units: UnitSystem): { by: number; says: string } {
  if (unit === 'money') return { by: 1, says: moneySign() };
  if (unit === 'kg/m2') return { by: 1000, says: 'g/m²' };
  if (unit === 'share') return { by: 100, says: '%' };
  if (unit === 'kg') return units === 'metric' ? { by: 1, says: 'kg' } : { by: 1 / 0.45359237, says: 'lb' };
  if (unit === 'm') return units === 'metric' ? { by: 1000, says: 'mm' } : { by: 1 / 0.0254, says: 'in' };
  return { by: 1, says: unit };
}
