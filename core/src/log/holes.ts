import type { FactOf } from '../model/index.ts';
import { HOLE_STATES } from '../model/lists/index.ts';
import type { Standing } from './standing.ts';

export type HoleState = (typeof HOLE_STATES)[number];

export interface HoleTest extends Pick<FactOf<'leak test'>, 'by' | 'result' | 'from'> {
  /** When; undefined where nobody kept the time. */
  at: string | undefined;
}

export interface HoleFacts {
  /** How far it is. */
  state: HoleState;
  /** Its leak tests. */
  tests: readonly HoleTest[];
  /** Of the entry told last. */
  last: string | null;
}

export const uncut: HoleFacts = { state: 'planned', tests: [], last: null };

/** What comes after a state; null when the chain is done. */
export const nextHoleState = (state: HoleState): HoleState | null =>
  HOLE_STATES[HOLE_STATES.indexOf(state) + 1] ?? null;

/**
 * A hole after one more fact about it. A dry test ends the chain, a leak sends the hole back to be bonded again; a test
 * of what is not bonded is kept and changes nothing.
 */
export function afterFact(hole: HoleFacts, { id, at, fact }: Standing): HoleFacts {
  if (fact.kind === 'hole step') return { ...hole, state: fact.step, last: id };
  if (fact.kind !== 'leak test') return hole;
  const { by, result, from } = fact;
  const bonded = HOLE_STATES.indexOf(hole.state) >= HOLE_STATES.indexOf('bonded');
  const state = !bonded ? hole.state : result === 'dry' ? 'leak-tested' : 'edge primed';
  return { state, tests: [...hole.tests, { by, result, ...(from ? { from } : {}), at }], last: id };
}

/** What stands against covering the hole's bay, as words after its name; null when nothing does. */
export function holeUnready({ state, tests }: HoleFacts): string | null {
  switch (state) {
    case 'planned':
      return 'is not cut yet';
    case 'cut':
      return 'has a bare edge: prime it';
    case 'edge primed':
      return tests.at(-1)?.result === 'leaks' ? 'leaked: bond it again' : 'is not bonded yet';
    case 'bonded':
      return 'is not leak-tested: wait for rain or hose it';
    case 'leak-tested':
      return null;
  }
}
