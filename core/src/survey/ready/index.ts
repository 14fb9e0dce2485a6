export { holeConflicts } from './conflicts.ts';
export { holeUnready, nextHoleState, stepHole, testHole } from './holes.ts';
export { type RustStep, rustState } from './rust.ts';
export { readyWarnings } from './warnings.ts';
