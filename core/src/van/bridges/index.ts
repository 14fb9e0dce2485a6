export type { DetailCase, DetailGeometry } from './detail.ts';
export { type PointLoss, pointsOf } from './points.ts';
export { type DetailResult, solveDetail } from './solveDetail.ts';
export { type Bridge, zoneBridges } from './zoneBridges.ts';
