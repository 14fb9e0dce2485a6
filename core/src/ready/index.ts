export { type HoleConflict, holeConflicts } from './conflicts.ts';
export { type HoleState, holeUnready, nextHoleState, stepHole, testHole } from './holes.ts';
export { DWELL, type RustState, type RustStep, rustState } from './rust.ts';
export { type ReadyWarning, readyWarnings } from './warnings.ts';
