import type { Placement } from '@overcoat/core/model';
import { useMemo } from 'react';

/** A placement as a question: the same object as long as it is the same placement. */
export const usePlacement = (placement: Placement): { placement: Placement } =>
  useMemo(() => ({ placement }), [placement]);
