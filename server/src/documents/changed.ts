import type { Changes } from '@overcoat/core/model/documents';
import { applyPatches, enablePatches } from 'immer';
import { Problem } from '../contract/problem.ts';

enablePatches();

/**
 * A document with changes made to it; it shares with the one before what they do not touch. Refused when they name a
 * place that is not there: they were made on something else.
 */
export function changed<D extends object>(document: D, changes: Changes, what: string): D {
  try {
    return changes.reduce((now, change) => {
      mustHave(now, change);
      return applyPatches(now, [change as never]);
    }, document);
  } catch {
    throw new Problem(
      422,
      'Not accepted',
      `The change names a place that the ${what} does not have: send the whole ${what} instead.`,
    );
  }
}

/** Throws where a document has no such place: a list has whole numbers up to its length, and may be cut short; nothing else. */
function mustHave(document: object, { op, path, value }: Changes[number]): void {
  let at: unknown = document;
  path.forEach((key, i) => {
    if (typeof at !== 'object' || at === null) throw new RangeError('nothing has no places');
    const last = i === path.length - 1;
    if (Array.isArray(at)) {
      const shorter = last && key === 'length' && op === 'replace';
      const index = shorter ? value : key;
      const most = shorter || (last && op === 'add') ? at.length : at.length - 1;
      if (typeof index !== 'number' || !Number.isInteger(index) || index < 0 || index > most)
        throw new RangeError('no such place in a list');
    } else if (!Object.hasOwn(at, key) && (!last || op === 'remove')) throw new RangeError('no such member');
    at = (at as Record<string | number, unknown>)[key];
  });
}
