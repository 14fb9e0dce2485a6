import type { Bay } from '../../model/index.ts';

/** What knocks told of a bay. */
export interface HeardBay {
  /** Loss factor as found, of its metal, edges and pads. */
  base: number;
  /** Read off a recording, or by the word for how it sounds. */
  from: 'ring-down' | 'word';
  /** Where its edges lie between supported (0) and clamped (1), by its tones; left out where none was recorded. */
  edge?: number;
}

/** What knocks told of a van. */
export interface Heard {
  bays: ReadonlyMap<string, HeardBay>;
  /** What sheets added, as knocked after, over what was computed for them; 1 where nobody knocked. */
  works: number;
}

/** Nothing knocked. */
export const NOTHING_HEARD: Heard = { bays: new Map(), works: 1 };

/** Loss factor of a bay by how a knock on it sounds (common practice, no source). */
export const LOSS_BY_WORD = { rings: 0.01, dull: 0.03, dead: 0.08 } as const;

/** How a panel of this loss factor sounds: the same bounds, halfway on a scale of ratios. */
export const wordOf = (loss: number): keyof typeof LOSS_BY_WORD =>
  loss < Math.sqrt(LOSS_BY_WORD.rings * LOSS_BY_WORD.dull)
    ? 'rings'
    : loss < Math.sqrt(LOSS_BY_WORD.dull * LOSS_BY_WORD.dead)
      ? 'dull'
      : 'dead';

/** What a whole pad from the factory adds to a panel's loss factor (common practice, no source). */
const PAD = 0.05;

/** Where a loss factor was taken from. */
export type LossFrom = HeardBay['from'] | 'pads' | 'assumed';

/** Loss factor of a bay as found: heard, or that of bare metal and its edges with what pads add. */
export function baseLoss(bay: Bay, heard: HeardBay | undefined): { loss: number; from: LossFrom } {
  if (heard) return { loss: heard.base, from: heard.from };
  if (bay.pads) return { loss: LOSS_BY_WORD.rings + PAD * bay.pads, from: 'pads' };
  return { loss: LOSS_BY_WORD.rings, from: 'assumed' };
}
