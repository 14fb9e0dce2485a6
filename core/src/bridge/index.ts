export { hollowConductivity, type RibCase } from './ribSection.ts';
export { type RibResult, solveRib } from './solveRib.ts';
export { type Bridge, zoneBridges } from './zoneBridges.ts';
