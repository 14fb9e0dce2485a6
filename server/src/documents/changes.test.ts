import { changesBetween } from '@overcoat/core/model/documents';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { changed } from './changed.ts';

const made = (before: unknown, after: unknown) =>
  changed({ is: before }, changesBetween({ is: before }, { is: after }), 'document');

it('makes the document after from the one before, whatever they are', () => {
  const json = fc.jsonValue({ maxDepth: 4 }).filter(v => !JSON.stringify(v).includes('__proto__'));
  fc.assert(
    fc.property(json, json, (before, after) => {
      const [was, is] = JSON.parse(JSON.stringify([before, after]));
      expect(made(was, is)).toEqual({ is });
    }),
    { numRuns: 500 },
  );
});

it('says nothing of what stays, and names a place as deep as it changes', () => {
  const before = { a: [{ x: 1, y: { z: 2 } }, { x: 3 }], b: { c: null, d: 'd' }, e: [1, 2] };
  expect(changesBetween(before, structuredClone(before))).toEqual([]);
  expect(changesBetween(before, { ...before, b: { d: 'd', c: null } })).toEqual([]);
  const after = {
    a: [
      { x: 1, y: { z: 5 } },
      { x: 3, w: 0 },
    ],
    b: { c: 1 },
    e: [1, 2, 3],
  };
  expect(changesBetween(before, after)).toEqual([
    { op: 'replace', path: ['a', 0, 'y', 'z'], value: 5 },
    { op: 'add', path: ['a', 1, 'w'], value: 0 },
    { op: 'remove', path: ['b', 'd'] },
    { op: 'replace', path: ['b', 'c'], value: 1 },
    { op: 'replace', path: ['e'], value: [1, 2, 3] },
  ]);
});
