import type { RustSpot } from '../model/index.ts';
import { RUST_STEPS } from '../model/lists/index.ts';

export type RustStep = (typeof RUST_STEPS)[number];

/** A step done to a rust spot. */
export interface RustStepDone {
  step: RustStep;
  /** When it was begun; undefined where nobody kept the time. */
  at: string | undefined;
  /** Of the entry that tells it. */
  entry: string;
}

/** How long a step works before the next may follow, s. Common practice, no source; the can's label goes first. */
const DWELL: Record<RustStep, number> = {
  abrade: 0,
  convert: 15 * 60,
  rinse: 0,
  dry: 30 * 60,
  // Welded, riveted or bonded: its maker's time.
  patch: 0,
  prime: 60 * 60,
  finish: 0,
};

export interface RustState {
  /** What comes next; null when finished. */
  next: RustStep | null;
  /** Seconds until the last step has worked; 0 when it has, or when nobody knows when it was begun. */
  wait: number;
  /** Whether the metal is still without primer, or a hole in it without a patch. */
  bare: boolean;
  /** The furthest step done. */
  last: RustStepDone | undefined;
}

/** The steps a spot needs: only what is rusted through is patched. */
const stepsFor = (grade: RustSpot['grade']): readonly RustStep[] =>
  grade === 'hole' ? RUST_STEPS : RUST_STEPS.filter(s => s !== 'patch');

/**
 * Where a spot's treatment stands at `now` (ms since 1970). It does not matter in which order the steps were noted:
 * two phones may send theirs in any.
 */
export function rustState(
  done: readonly RustStepDone[],
  now: number,
  grade: RustSpot['grade'] = 'surface',
): RustState {
  const steps = stepsFor(grade);
  const last = RUST_STEPS.flatMap(step => done.findLast(d => d.step === step) ?? []).at(-1);
  const begun = last?.at === undefined ? Number.NaN : Date.parse(last.at);
  const wait = last && Number.isFinite(begun) ? Math.max(0, DWELL[last.step] - (now - begun) / 1000) : 0;
  const has = (step: RustStep) => done.some(d => d.step === step);
  return {
    next: steps.find(s => !has(s)) ?? null,
    wait: Math.ceil(wait),
    bare: !has('prime') || (grade === 'hole' && !has('patch')),
    last,
  };
}
