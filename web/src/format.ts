import { printNumber } from '@overcoat/core/units';
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
