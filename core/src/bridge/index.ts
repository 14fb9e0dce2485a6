export { hollowConductivity, type RibCase, type RibGeometry, ribGeometry } from './ribSection.ts';
export { type RibResult, ribPsi, solveRib } from './solveRib.ts';
export { type Bridge, zoneBridges } from './zoneBridges.ts';
