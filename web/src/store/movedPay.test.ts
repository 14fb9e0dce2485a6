import { expect, it } from 'vitest';
import { movedBy } from './movedPay.ts';

const told = (put: Partial<Parameters<typeof movedBy>[1]>) => ({
  laid: 'a',
  priced: 'p',
  total: 1598,
  at: 0,
  ...put,
});

it('is told where prices or stock moved it, and not where something else is laid, a search found better or little changed', () => {
  expect(movedBy(told({}), told({ priced: 'q', total: 1945 }))).toBe(347);
  expect(movedBy(told({}), told({ priced: 'q', total: 1598.4 }))).toBeNull();
  expect(movedBy(told({}), told({ total: 1500 }))).toBeNull();
  expect(movedBy(told({}), told({ laid: 'b', priced: 'q', total: 1945 }))).toBeNull();
  expect(movedBy(undefined, told({ priced: 'q' }))).toBeNull();
});
