import { FIXING_STEPS } from '../model/lists/index.ts';

export type FixingStep = (typeof FIXING_STEPS)[number];

/** What comes next to an old hole that is closed; null when it is. A plug that seals may have needed no patch. */
export function nextFixingStep(done: readonly FixingStep[]): FixingStep | null {
  const furthest = Math.max(-1, ...done.map(s => FIXING_STEPS.indexOf(s)));
  return FIXING_STEPS[furthest + 1] ?? null;
}
