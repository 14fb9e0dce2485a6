export { holeConflicts } from './conflicts.ts';
export { readyWarnings } from './warnings.ts';
