import type { Zone } from '@overcoat/core/model';

/** Whether one edge of a zone's panels is nearer the front of the van than the other: not of those that stand across it. */
export const hasFront = ({ kind }: Zone): boolean => kind !== 'rear door' && kind !== 'bulkhead';

/** Facing the left side from inside, the front of the van is on the right. */
export const seenMirrored = (zone: Zone): boolean => zone.side === 'left' && hasFront(zone);
