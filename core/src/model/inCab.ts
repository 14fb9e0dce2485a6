import { CAB_ZONES } from './lists/index.ts';
import type { ZoneKind } from './types.ts';

const CAB: ReadonlySet<string> = new Set(CAB_ZONES);

/** Whether a zone of this kind stands round the cab's air, not the load space's. */
export const inCab = (kind: ZoneKind): boolean => CAB.has(kind);

/** Whether a zone has the load space's air on both sides: nothing of it is the van's outside. */
export const isWithin = (kind: ZoneKind): boolean => kind === 'partition';
