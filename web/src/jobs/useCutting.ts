import { SAW_KERF } from '@overcoat/core/order/cutting';
import { USUAL_CHOICES } from '@overcoat/core/order/pieces';
import { useMemo } from 'react';
import { useCutList } from '../api/cutList.ts';
import { useVariant } from '../store/openDesign.ts';
import type { Cutting } from './cut.ts';
import { useJob } from './useJob.ts';

/** How long sheets are searched by themselves, and how much longer when asked to go on, s. */
const SECONDS = 8;
export const LONGER = 30;

/** What was found before is gone on from: what an edit does not touch keeps its layout. */
const goingOn = ({ groups }: Cutting) => ({ from: groups.flatMap(g => g.layout ?? []) });

/** How the pieces of the variant in view lie on their sheets; searched by itself where somebody looks. */
export function useCutting(auto: boolean) {
  const { id, design: placement } = useVariant();
  const { pins, gapBehind = USUAL_CHOICES.gapBehind, kerf = SAW_KERF, ready } = useCutList();
  const ask = useMemo(
    () => ({ placement, pins, choices: { gapBehind, kerf }, seconds: SECONDS, from: null }),
    [placement, pins, gapBehind, kerf],
  );
  const job = useJob('cutting', id, ask, auto && ready, goingOn);
  const goOn = () => job.runAs({ seconds: LONGER, ...(job.answer ? goingOn(job.answer) : {}) });
  return { job, goOn };
}
