import { expect, it } from 'vitest';
import { packed, unpacked } from './packed.ts';

it('brings back what JSON would not: rows of numbers, maps, sets, no number and infinity', () => {
  const value = {
    row: Float64Array.from([0.1, -2, Number.NaN, Number.POSITIVE_INFINITY]),
    part: new Float64Array([1, 2, 3, 4]).subarray(1, 3),
    bytes: Uint8Array.from([0, 255]),
    small: Float32Array.from([1.5]),
    long: new Float64Array(30_000).fill(1 / 3),
    map: new Map([['a', { set: new Set([1, 2]) }]]),
    odd: [Number.NaN, Number.NEGATIVE_INFINITY, null, 0],
    plain: { text: '$', list: [] },
  };
  expect(unpacked(packed(value))).toEqual(value);
});

it('refuses what nobody packed', () => {
  expect(() => unpacked('{"a":')).toThrow(SyntaxError);
  expect(() => unpacked('{"$":"Function","is":"x"}')).toThrow(RangeError);
});
