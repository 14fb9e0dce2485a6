export { holeConflicts } from './conflicts.ts';
export { clipsCounted, stripList } from './stripList.ts';
export { readyWarnings } from './warnings.ts';
