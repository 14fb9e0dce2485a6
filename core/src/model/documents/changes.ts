import type { Contract } from '../index.ts';
import { same } from './merge.ts';

/** What changes of a document, place by place: made in their order, the document before becomes the one after. */
export type Changes = Contract['change']['body']['changes'];

type Path = Changes[number]['path'];

/** What changes from one JSON document to another: a list of another length is changed as a whole. */
export function changesBetween(before: unknown, after: unknown): Changes {
  const changes: Changes = [];
  between([], before, after, changes);
  return changes;
}

function between(path: Path, before: unknown, after: unknown, changes: Changes): void {
  if (before === after) return;
  if (Array.isArray(before) && Array.isArray(after) && before.length === after.length) {
    for (const [i, item] of after.entries()) between([...path, i], before[i], item, changes);
    return;
  }
  if (isObject(before) && isObject(after)) {
    for (const key of Object.keys(before))
      if (!Object.hasOwn(after, key)) changes.push({ op: 'remove', path: [...path, key] });
    for (const [key, value] of Object.entries(after))
      if (Object.hasOwn(before, key)) between([...path, key], before[key], value, changes);
      else changes.push({ op: 'add', path: [...path, key], value });
    return;
  }
  if (!same(before, after)) changes.push({ op: 'replace', path, value: after });
}

const isObject = (v: unknown): v is Record<string, unknown> =>
  typeof v === 'object' && v !== null && !Array.isArray(v);
