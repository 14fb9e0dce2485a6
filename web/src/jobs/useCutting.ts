import { useMemo } from 'react';
import { create } from 'zustand';
import { useVariant } from '../store/openDesign.ts';
import { useJob } from './useJob.ts';

/** How long sheets are searched by themselves, and how much longer when asked to go on, s. */
const SECONDS = 4;
export const LONGER = 30;

/** How long each variant was last asked to be searched, s. */
const useSeconds = create<Record<string, number>>()(() => ({}));

/** How the pieces of the variant in view lie on their sheets; searched by itself where somebody looks. */
export function useCutting(auto: boolean) {
  const { id, design: placement } = useVariant();
  const seconds = useSeconds(s => s[id] ?? SECONDS);
  const ask = useMemo(() => ({ placement, seconds }), [placement, seconds]);
  const job = useJob('cutting', id, ask, auto);
  return { job, goOn: () => useSeconds.setState({ [id]: seconds + LONGER }) };
}
