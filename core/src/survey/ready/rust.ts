import { RUST_STEPS, type RustSpot } from '../../model/index.ts';

export type RustStep = (typeof RUST_STEPS)[number];

/** How long a step works before the next may follow, s. Common practice, no source; the can's label goes first. */
const DWELL: Record<RustStep, number> = {
  abrade: 0,
  convert: 15 * 60,
  rinse: 0,
  dry: 30 * 60,
  prime: 60 * 60,
  finish: 0,
};

export interface RustState {
  /** What comes next; null when finished. */
  next: RustStep | null;
  /** Seconds until the last step has worked; 0 when it has. */
  wait: number;
  /** Whether the metal is still without primer. */
  bare: boolean;
}

/** Where a spot's treatment stands at `now` (ms since 1970). */
export function rustState(spot: Pick<RustSpot, 'done'>, now: number): RustState {
  const last = spot.done.at(-1);
  const done = new Set(spot.done.map(d => d.step));
  const next = RUST_STEPS.find(s => !done.has(s)) ?? null;
  const wait = last ? Math.max(0, DWELL[last.step] - (now - Date.parse(last.at)) / 1000) : 0;
  return { next, wait: Math.ceil(wait), bare: !done.has('prime') };
}
