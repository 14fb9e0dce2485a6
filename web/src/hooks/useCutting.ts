import type { ChosenHold } from '@overcoat/core/order/holding';
import { choicesOf } from '@overcoat/core/order/pieces';
import { type PayBy, USUAL_PAY } from '@overcoat/core/order/pipeline';
import type { Cutting } from '@overcoat/jobs/cut';
import { useEffect, useMemo } from 'react';
import { useLibrary } from '../api/queries.ts';
import { useOpenDesign, useVariant } from '../store/openDesign.ts';
import { notePaid, payBy, usePays } from '../store/pays.ts';
import { useWorkshop } from '../store/workshop.ts';
import { useCutList } from './useCutList.ts';
import { useJob } from './useJob.ts';
import { useWorkshopRead } from './useWorkshopRead.ts';

/** How long sheets are searched by themselves, and how much longer when asked to go on, s. */
const SECONDS = 8;
export const LONGER = 30;

/** What was found before is gone on from: what an edit does not touch keeps its layout. */
const goingOn = ({ groups }: Cutting) => ({ from: groups.flatMap(g => g.layout ?? []) });

/** Every piece of the variant in view, before it is laid on a sheet. */
export function usePieces() {
  const { id, design: placement } = useVariant();
  const { list, ready } = useCutList();
  const ask = useMemo(() => ({ placement, choices: choicesOf(list) }), [placement, list]);
  return useJob('pieces', id, ask, ready);
}

const NOTHING_CHOSEN: ChosenHold[] = [];

/** What holds the pieces of the variant in view, by piece; empty until it is known. */
export function useHolding() {
  const { id, design: placement } = useVariant();
  const { list, ready } = useCutList();
  const ask = useMemo(
    () => ({ placement, choices: choicesOf(list), chosen: list.holding ?? NOTHING_CHOSEN }),
    [placement, list],
  );
  const job = useJob('holding', id, ask, ready);
  const byPiece = useMemo(
    () => new Map(job.answer?.pieces.map(h => [h.piece, h] as const) ?? []),
    [job.answer],
  );
  return { held: job.answer, byPiece, stale: job.stale };
}

/** What is bought for the variant in view besides what is cut. */
export function useSupplies(auto: boolean) {
  const { id, design: placement } = useVariant();
  const { ready: toReady } = useOpenDesign();
  const { list, ready } = useCutList();
  const ask = useMemo(
    () => ({
      placement,
      choices: choicesOf(list),
      chosen: list.holding ?? NOTHING_CHOSEN,
      ready: toReady,
    }),
    [placement, list, toReady],
  );
  return useJob('supplies', id, ask, auto && ready);
}

/** What bears the boards of the variant in view. */
export function useGrounds(auto: boolean) {
  const { id, design: placement } = useVariant();
  const { list, ready } = useCutList();
  const ask = useMemo(() => {
    const { panels, corner } = choicesOf(list);
    return { placement, choices: { panels, corner } };
  }, [placement, list]);
  return useJob('grounds', id, ask, auto && ready);
}

/** How the pieces of the variant in view lie on their sheets; searched by itself where somebody looks. */
export function useCutting(auto: boolean) {
  const variant = useVariant();
  const { id, design: placement } = variant;
  const design = useOpenDesign();
  const { library } = useLibrary();
  const by = usePayBy();
  const ask = useMemo(
    () => ({ placement, by: by ?? USUAL_PAY, seconds: SECONDS, from: null }),
    [placement, by],
  );
  const job = useJob('cutting', id, ask, auto && by !== null, goingOn);
  // What a longer search saves is what is to pay, everywhere.
  const paid = job.stale ? null : (job.answer?.paid ?? null);
  useEffect(() => {
    if (paid) notePaid(design, placement, library, id, paid);
  }, [paid, design, placement, library, id]);
  const goOn = () => job.runAs({ seconds: LONGER, ...(job.answer ? goingOn(job.answer) : {}) });
  return { job, goOn };
}

/** What to pay rests on for the variant in view; null until cut list and shelf have been read. */
export function usePayBy(): PayBy | null {
  const { id } = useVariant();
  const design = useOpenDesign();
  useWorkshopRead();
  // Whoever changes one of these changes what is counted.
  useWorkshop();
  usePays(s => s.lists[id]);
  return payBy(design, id);
}
