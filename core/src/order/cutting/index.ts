export { type CutGroup, type CutLayout, cutGroups, packsOf } from './cutting.ts';
export { nearMiss } from './nearMiss.ts';
export { type CutStep, cutSteps, type OnSheet, piecesOn } from './steps.ts';
