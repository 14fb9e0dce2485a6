import type { Library } from '../materials/index.ts';
import type { Shell } from '../model/index.ts';
import { isClearOfWorse, type VanClimate } from '../van/wetting/index.ts';
import type { BayDamp, DampResult } from './damp.ts';
import { type Evaluation, inClimate, withDamp } from './evaluate.ts';

/** What is known of a van's damp before its own year is. */
interface KnownBefore {
  /** A climate of the same life in the same body, kept from before an edit; null for none. */
  kept: VanClimate | null;
  /** The last verdict on what is laid, before brief, air, glass, colour, front or heating changed; null for none. */
  last: DampResult | null;
}

/**
 * A van while its own year is being reckoned, so that no milder word comes first: months in a climate that was kept, where
 * every bay is well clear of a worse class; else the last verdict; else nothing is said of what is lined.
 */
export function whileReckoning(
  e: Evaluation,
  shell: Shell,
  library: Library,
  { kept, last }: KnownBefore,
): Evaluation {
  return withDamp(e, () => {
    const { damp } = kept ? inClimate(e, shell, library, kept) : { damp: null };
    if (damp && [...damp.bays.values()].every(({ moisture }) => !moisture || isClearOfWorse(moisture)))
      return { ...damp, standing: 'kept' };
    return last && isOf(last, e) ? { ...last, standing: 'last' } : unsaid(e);
  });
}

/** Whether a verdict tells of every bay there is. */
const isOf = (damp: DampResult, { bays }: Evaluation): boolean =>
  [...bays.keys()].every(id => damp.bays.has(id));

const UNSAID: BayDamp = { state: 'reckoning', moisture: null, wetEnd: null };

/** Nothing said of any bay that is lined. */
function unsaid({ damp }: Evaluation): DampResult {
  const state = damp.worst === null ? 'bare' : 'reckoning';
  return {
    ...damp,
    bays: new Map([...damp.bays].map(([id, b]) => [id, b.moisture ? UNSAID : b])),
    state,
    wetEnd: { ...damp.wetEnd, state },
    near: null,
    most: { likely: 0, wetEnd: 0 },
    standing: 'reckoning',
  };
}
