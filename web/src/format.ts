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

/** A level change, dB, with a true minus. */
export const printLevel = (db: number): string => {
  const rounded = Math.abs(db) < 9.95 ? Math.round(db * 10) / 10 : Math.round(db);
  return `${rounded < 0 ? '−' : ''}${Math.abs(rounded).toFixed(Math.abs(db) < 9.95 ? 1 : 0)} dB`;
};

/** Where a level change really lies, louder end first: from -2 to -7 dB. */
export const levelBand = ({ low, high }: { low: number; high: number }): string =>
  `${printLevel(high).replace(' dB', '')} to ${printLevel(low)}`;

export const NOISE_WORDS = {
  road: 'rough road',
  rain: 'rain',
  doors: 'doors',
  traffic: 'traffic',
} as const;
