import { HOLE_STATES, type Hole } from '../../model/index.ts';

export type HoleState = Hole['state'];

/** What comes after a state; null when the chain is done. */
export const nextHoleState = (state: HoleState): HoleState | null =>
  HOLE_STATES[HOLE_STATES.indexOf(state) + 1] ?? null;

/** Moves a hole one state on (or back), never past one. The last is reached by a dry leak test only. */
export function stepHole(hole: Hole, way: 1 | -1): Hole {
  const to = HOLE_STATES[HOLE_STATES.indexOf(hole.state) + way];
  if (!to || to === 'leak-tested') return hole;
  return { ...hole, state: to };
}

/** Notes a leak test: dry ends the chain, a leak sends the hole back to be bonded again. Ignored before it is bonded. */
export function testHole(hole: Hole, test: Hole['tests'][number]): Hole {
  if (HOLE_STATES.indexOf(hole.state) < HOLE_STATES.indexOf('bonded')) return hole;
  return {
    ...hole,
    tests: [...hole.tests, test],
    state: test.result === 'dry' ? 'leak-tested' : 'edge primed',
  };
}

/** What stands against covering the hole's bay, as words after its name; null when nothing does. */
export function holeUnready(hole: Hole): string | null {
  switch (hole.state) {
    case 'planned':
      return 'is not cut yet';
    case 'cut':
      return 'has a bare edge: prime it';
    case 'edge primed':
      return hole.tests.at(-1)?.result === 'leaks' ? 'leaked: bond it again' : 'is not bonded yet';
    case 'bonded':
      return 'is not leak-tested: wait for rain or hose it';
    case 'leak-tested':
      return null;
  }
}
