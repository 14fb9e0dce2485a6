import { describe, expect, it } from 'vitest';
import { days, grams, monthName } from './format.ts';

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
