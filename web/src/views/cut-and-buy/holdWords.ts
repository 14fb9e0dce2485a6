import type { Holding } from '@overcoat/core/order/holding';
import { HOLD_NAMES } from '../../holdNames.ts';

const WHEN: Record<Holding['when'], string> = {
  dry: 'by itself',
  wet: 'when it is wet',
  hot: 'on a hot day',
};

/** Whether a piece stays up, in a sentence. */
export function holdVerdict(h: Holding, t: (value: number) => string): string {
  const how = HOLD_NAMES[h.by];
  if (h.lies === 'flat') return 'It lies.';
  if (h.verdict === 'holds') return `Held by ${how}: holds.`;
  const heat =
    h.when === 'hot' && h.limit !== null && h.heat !== null
      ? `: the bond bears ${t(h.limit)}, it reaches ${t(h.heat)}`
      : '';
  return h.verdict === 'comes down'
    ? `Held by ${how}: comes down ${WHEN[h.when]}${heat}.`
    : `Held by ${how}: doubtful ${WHEN[h.when]}${heat}.`;
}

/** The same in a few words, for a table or a label. */
export const holdShort = (h: Holding): string =>
  h.lies === 'flat'
    ? 'lies'
    : h.verdict === 'holds'
      ? `by ${HOLD_NAMES[h.by]}`
      : `${h.verdict} ${WHEN[h.when]}: ${HOLD_NAMES[h.by]}`;
