import type { CutList, Design, WorkshopEntry } from '@overcoat/core/model';
import { shelfOf } from '@overcoat/core/order/buying';
import { climateAsked, type JobQuestion, type Own, payAsked, payByOf } from '@overcoat/jobs/asked';

/** A conversion with what was settled about cutting its variants. */
export interface Van {
  id: string;
  design: Design;
  lists: ReadonlyMap<string, CutList>;
}

/**
 * What the verdicts of these vans rest on: the climate of each variant and what is to pay for it. The variant being built comes first,
 * of every van, then the others, then what each is compared with.
 */
export function wantedOf(vans: readonly Van[], own: Own, workshop: readonly WorkshopEntry[]): JobQuestion[] {
  const shelf = shelfOf(workshop);
  const ranks: JobQuestion[][] = [[], [], []];
  for (const { id, design, lists } of vans)
    for (const variant of design.variants) {
      const by = payByOf(id, lists.get(variant.id) ?? {}, design.ready, shelf, workshop);
      const now = variant.id === design.built ? 0 : 1;
      // Where nothing is laid there is no climate to find.
      for (const [rank, placement] of [
        [now, variant.design],
        [2, variant.baseline.design],
      ] as const) {
        // Where nothing is laid there is no climate to find.
        if (placement.buildUps.length > 0) ranks[rank]!.push(climateAsked(design, placement, own));
        ranks[rank]!.push(payAsked(design, placement, own, by));
      }
    }
  return [...new Map(ranks.flat().map(asked => [asked.key, asked])).values()];
}
