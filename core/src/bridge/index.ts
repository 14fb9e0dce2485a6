export type { DetailCase, DetailKind } from './detail.ts';
export { hollowConductivity } from './field.ts';
export { type DetailResult, solveDetail } from './solveDetail.ts';
export { type Bridge, zoneBridges } from './zoneBridges.ts';
