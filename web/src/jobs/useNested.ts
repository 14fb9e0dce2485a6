import { nestedCost } from '@overcoat/core/order/cutting';
import type { TakeOff } from '@overcoat/core/order/takeoff';
import { useCutting } from './useCutting.ts';

export interface Nested {
  cost: number;
  /** The design has changed since. */
  stale: boolean;
}

/** What everything costs as it was last laid on sheets, and whether the design has changed since; null before. */
export function useNested(order: TakeOff): Nested | null {
  const { job } = useCutting(false);
  return job.answer ? { cost: nestedCost(order, job.answer.groups), stale: job.stale } : null;
}
