import { type DisputeQuestion, fromPresentVan } from './asked.ts';
import { deadeningDispute } from './deadening.ts';
import { DISPUTES, type Dispute, type DisputeId } from './dispute.ts';
import { ceiling, floor, floorBattens } from './floor.ts';
import { glass } from './glass.ts';
import { kit } from './kit.ts';
import { ribs } from './ribs.ts';
import { barrier, foil, seal, vapourOf } from './vapour.ts';

/** All that is disputed, settled for one van. */
export interface Settled {
  /** In their order; null where the van has nothing that it is about. */
  disputes: { id: DisputeId; dispute: Dispute | null }[];
  /** It is bare: what the usual school would lay stands for it. */
  assumed: boolean;
}

/**
 * Settles what practitioners dispute for one van as it is laid, by the same physics as everywhere and by what matters to the
 * person. `report` hears the share done. Throws RangeError for an unknown material.
 */
export function settle(of: DisputeQuestion, report: (share: number) => void = () => undefined): Settled {
  const { asked, now, assumed } = fromPresentVan(of);
  const v = vapourOf(asked);
  const by: Record<DisputeId, () => Dispute | null> = {
    barrier: () => v && barrier(asked, v),
    seal: () => v && seal(asked, v),
    deadening: () => deadeningDispute(asked),
    ribs: () => ribs(asked),
    'floor battens': () => floorBattens(asked),
    floor: () => floor(asked),
    ceiling: () => ceiling(asked),
    foil: () => v && foil(asked, v),
    glass: () => glass(asked, now),
    kit: () => kit(asked, now),
  };
  const disputes = DISPUTES.map((id, i) => {
    report(i / DISPUTES.length);
    return { id, dispute: by[id]() };
  });
  return { disputes, assumed };
}
