import type { Brief } from '../../model/index.ts';

/** Monthly means, January first: air temperature degC, relative humidity, and half the daily swing, K. */
export interface Climate {
  /** Stable name in files. */
  id: Brief['climate'];
  label: string;
  /** degC, January first. */
  temperature: readonly number[];
  /** Relative, 0 to 1, January first. */
  humidity: readonly number[];
  /** Half of the day's swing, K, January first. */
  swing: readonly number[];
  /** Mean sun on a level face, kWh/m2 a day. */
  sun: readonly number[];
}

/** Illustrative climates, invented in the likeness of a kind of place: no station's record. */
export const climates: readonly Climate[] = [
  {
    id: 'mild coast',
    label: 'Mild wet coast',
    temperature: [5.5, 5.5, 7, 9, 12, 14.5, 16.5, 16.5, 14.5, 11.5, 8.5, 6.5],
    humidity: [0.87, 0.85, 0.82, 0.79, 0.78, 0.79, 0.8, 0.81, 0.83, 0.86, 0.87, 0.88],
    swing: [2.5, 2.8, 3.4, 4, 4.2, 4.2, 4, 3.9, 3.6, 3, 2.6, 2.4],
    sun: [0.7, 1.4, 2.5, 4.1, 5.1, 5.3, 5.1, 4.3, 3.1, 1.8, 0.9, 0.5],
  },
  {
    id: 'cool inland',
    label: 'Cool inland',
    temperature: [0.5, 1.5, 5, 9.5, 14, 17.5, 19.5, 19, 15, 10, 5, 1.5],
    humidity: [0.86, 0.82, 0.77, 0.71, 0.7, 0.7, 0.7, 0.73, 0.79, 0.84, 0.87, 0.88],
    swing: [2.8, 3.4, 4.4, 5.4, 5.8, 5.8, 5.8, 5.6, 5, 4, 2.9, 2.5],
    sun: [0.8, 1.6, 2.9, 4.3, 5.3, 5.6, 5.5, 4.8, 3.3, 1.9, 0.9, 0.6],
  },
  {
    id: 'mountain winter',
    label: 'Mountains, about 1,400 m',
    temperature: [-4.5, -3.5, -0.5, 3, 8, 11.5, 13.5, 13, 9.5, 5.5, 0, -3.5],
    humidity: [0.8, 0.78, 0.76, 0.75, 0.75, 0.76, 0.75, 0.77, 0.79, 0.79, 0.82, 0.82],
    swing: [4, 4.4, 5, 5.2, 5.4, 5.6, 5.8, 5.6, 5.2, 4.8, 4, 3.8],
    sun: [1.4, 2.4, 3.8, 4.9, 5.5, 5.8, 6.0, 5.2, 4.0, 2.6, 1.5, 1.1],
  },
  {
    id: 'northern cold',
    label: 'Northern and cold',
    temperature: [-9.5, -9, -4, 1.5, 8, 13.5, 16, 14, 9, 3, -3, -7.5],
    humidity: [0.87, 0.86, 0.8, 0.73, 0.66, 0.66, 0.71, 0.77, 0.81, 0.85, 0.89, 0.89],
    swing: [3.2, 4, 5, 5, 5.6, 5.6, 5.2, 5, 4.4, 3, 2.6, 2.8],
    sun: [0.2, 0.9, 2.3, 4.0, 5.4, 5.9, 5.5, 4.2, 2.4, 1.0, 0.3, 0.1],
  },
  {
    id: 'southern dry',
    label: 'Southern and dry',
    temperature: [7, 8.5, 11.5, 14, 18, 23, 26.5, 26, 22, 16.5, 11, 8],
    humidity: [0.74, 0.69, 0.62, 0.58, 0.54, 0.46, 0.4, 0.43, 0.52, 0.64, 0.72, 0.76],
    swing: [4.8, 5.4, 6, 6.2, 6.8, 7.4, 7.8, 7.6, 6.6, 5.6, 5, 4.6],
    sun: [2.2, 3.1, 4.5, 5.7, 6.7, 7.4, 7.5, 6.6, 5.2, 3.6, 2.4, 1.9],
  },
];

export const climateOf = (id: Brief['climate']): Climate => climates.find(c => c.id === id)!;

const SEASONS = [
  'winter',
  'winter',
  'spring',
  'spring',
  'spring',
  'summer',
  'summer',
  'summer',
  'autumn',
  'autumn',
  'autumn',
  'winter',
] as const;
/** Season of a month, 0 for January (northern half). */
export const seasonOf = (month: number): (typeof SEASONS)[number] => SEASONS[month % 12]!;

const DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
export const daysIn = (month: number): number => DAYS[month % 12]!;

export const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const;
