import type { Zone } from '../../model/index.ts';
import type { CutPiece } from '../pieces/index.ts';

type Opening = Zone['openings'][number];
type KeepClear = Zone['keepClears'][number];

/** Openings in the bays of a piece, or cut out of it. */
export const opensAt = ({ bays }: CutPiece, { openings }: Zone): Opening['kind'][] => [
  ...new Set(openings.filter(o => bays.includes(o.bay)).map(o => o.kind)),
];

/** What wants a hand again, years later. */
const REACHED: readonly KeepClear['kind'][] = [
  'lock or latch',
  'cable route',
  'belt anchor',
  'fuel or brake line',
];

/** What lies behind a piece that somebody must reach again. */
export const reachedBehind = ({ bays }: CutPiece, { keepClears }: Zone): KeepClear['kind'][] => [
  ...new Set(keepClears.filter(k => bays.includes(k.bay) && REACHED.includes(k.kind)).map(k => k.kind)),
];
