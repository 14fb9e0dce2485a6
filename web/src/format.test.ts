import { describe, expect, it } from 'vitest';
import { days, FIGURES, grams, monthName } from './format.ts';

describe('days as a person says them', () => {
  it.each([
    [0.4, 'a day'],
    [1.4, 'a day'],
    [4.04, '4 days'],
    [89, '89 days'],
    [120, '4 months'],
    [700, '23 months'],
    [842, '2 years'],
    [9475, '26 years'],
    [40_000, 'more than a century'],
    [Number.POSITIVE_INFINITY, 'more than a century'],
  ])('%f', (count, says) => expect(days(count)).toBe(says));
});

describe('grams a square metre', () => {
  it.each([
    [0.0011, '1.1 g/m²'],
    [0.00996, '10 g/m²'],
    [0.263, '263 g/m²'],
    [0, '0.0 g/m²'],
  ])('%f kg', (kg, says) => expect(grams(kg)).toBe(says));
});

it('names months from January', () => expect([monthName(0), monthName(11)]).toEqual(['January', 'December']));

describe('ledger figures', () => {
  it('print in both systems, money whole', () => {
    const printed = (key: string, value: number, units: 'metric' | 'imperial') =>
      FIGURES.find(f => f.key === key)!.print(value, units);
    expect(printed('mass', 10, 'metric')).toBe('10.0 kg');
    expect(printed('mass', 10, 'imperial')).toBe('22.0 lb');
    expect(printed('cost', 1873.6, 'metric')).toBe('£1874');
    expect(printed('heat', 16.46, 'metric')).toBe('16.5 W/K');
    expect(printed('headroom', 1.87, 'imperial')).toBe('6\' 1 5/8"');
  });
});
