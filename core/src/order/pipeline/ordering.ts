import { type LayUp, layUp } from '../../buildup/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Placement, Shell } from '../../model/index.ts';
import { type CutLayout, type GroupSearch, groupSearches } from '../cutting/index.ts';
import { NOTHING_PAID, type Paid, type PayBy, paidFor } from './paid.ts';
import { takeTurns } from './turns.ts';
import { workWith } from './worked.ts';

/**
 * The one way from a placement to its order: laid up, cut, begun on sheets, searched in turns, and what it comes to as it
 * lies at any moment. Throws RangeError for an unknown material.
 */
export class Ordering {
  /** Of each material that is cut, dearest first. */
  readonly searches: readonly GroupSearch[];
  private readonly laid: LayUp;

  /** `from` goes on where an earlier search was left. */
  constructor(
    private readonly shell: Shell,
    private readonly placement: Placement,
    private readonly library: Library,
    private readonly by: PayBy,
    from: readonly CutLayout[] | null = null,
  ) {
    this.laid = layUp(shell, placement, library);
    this.searches = groupSearches(shell, placement, this.laid, library, by, from);
  }

  /** What it comes to; nothing for a bare van, where making ready goes with what it is for. */
  paid(): Paid {
    const { shell, placement, library, by, laid, searches } = this;
    if (laid.covers.length === 0 && laid.extras.length === 0) return NOTHING_PAID;
    const pieces = searches.flatMap(s => s.group.pieces);
    const worked = workWith(pieces, { shell, ready: by.ready, placement }, laid, library, by.chosen);
    return paidFor(worked, searches, shell, library, by);
  }
}

/** Steps of search a material: most that is gained in money is gained by then, and mostly at once. */
export const PAY_STEPS = 100;

/** What a placement costs as its pieces lie on sheets after so many steps of search. */
export function payFor(
  shell: Shell,
  placement: Placement,
  library: Library,
  by: PayBy,
  steps = PAY_STEPS,
): Paid {
  const ordering = new Ordering(shell, placement, library, by);
  for (const _ of takeTurns(ordering.searches, s => s.cheapest || s.steps >= steps));
  return ordering.paid();
}
