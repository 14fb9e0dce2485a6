import { expect, it } from 'vitest';
import { contentKey } from './contentKey.ts';

const weather = (place: string, at0: number) => ({
  place,
  temperature: Float64Array.of(at0, 2),
  sun: Float64Array.of(0, 1),
});

it('is the same for equal content, whether it is the same object or read anew', () => {
  expect(contentKey('a', { x: [1, 2] }, weather('There', 1))).toBe(
    contentKey('a', { x: [1, 2] }, weather('There', 1)),
  );
});

it('tells weather files of one place by their hours, and everything else by what it holds', () => {
  const base = contentKey('a', { x: 1 }, weather('There', 1));
  for (const other of [
    contentKey('a', { x: 1 }, weather('There', 1.5)),
    contentKey('a', { x: 1 }, weather('Elsewhere', 1)),
    contentKey('a', { x: 2 }, weather('There', 1)),
    contentKey('b', { x: 1 }, weather('There', 1)),
    contentKey('a', { x: 1 }),
    contentKey('a', undefined, weather('There', 1)),
  ])
    expect(other).not.toBe(base);
});

it('does not let one part run into the next', () => {
  expect(contentKey('ab', 'c')).not.toBe(contentKey('a', 'bc'));
});

it('tells maps by what they hold', () => {
  const heard = (loss: number) => ({ bays: new Map([['L1w', { base: loss }]]), works: 1 });
  expect(contentKey(heard(0.01))).toBe(contentKey(heard(0.01)));
  expect(contentKey(heard(0.01))).not.toBe(contentKey(heard(0.02)));
});
