import type { Contract, Design } from '@overcoat/core/model';
import { applyPatches, enablePatches } from 'immer';
import { Problem } from '../contract/problem.ts';

enablePatches();

/**
 * A design with changes made to it; it shares with the one before what they do not touch. Refused when they name a
 * place that is not there: they were made on something else.
 */
export function changed(design: Design, changes: Contract['change']['body']['changes']): Design {
  try {
    return applyPatches(design, changes as never);
  } catch {
    throw new Problem(
      422,
      'Not accepted',
      'The change names a place that the design does not have: send the whole design instead.',
    );
  }
}
