export type { DetailCase } from './detail.ts';
export { type DetailResult, solveDetail } from './solveDetail.ts';
export { type Bridge, zoneBridges } from './zoneBridges.ts';
