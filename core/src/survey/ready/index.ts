export { type HoleConflict, holeConflicts } from './conflicts.ts';
export { clipsCounted, stripList } from './stripList.ts';
export { type ReadyWarning, readyWarnings } from './warnings.ts';
