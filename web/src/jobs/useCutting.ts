import { useMemo } from 'react';
import { useVariant } from '../store/openDesign.ts';
import { useJob } from './useJob.ts';

/** How long sheets are searched by themselves, and how much longer when asked to go on, s. */
const SECONDS = 4;
export const LONGER = 30;

/** How the pieces of the variant in view lie on their sheets; searched by itself where somebody looks. */
export function useCutting(auto: boolean) {
  const { id, design: placement } = useVariant();
  const ask = useMemo(() => ({ placement, seconds: SECONDS, from: null }), [placement]);
  const job = useJob('cutting', id, ask, auto);
  /** Searches on from the best there is. */
  const goOn = () => {
    const from = job.answer?.groups.flatMap(g => g.layout ?? []) ?? null;
    job.runAs({ seconds: LONGER, from });
  };
  return { job, goOn };
}
