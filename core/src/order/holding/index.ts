export { fixingsOf, linesOn, sizeOf } from './fixings.ts';
export { type ChosenHold, type Fixed, fixedOf, type Holding, type Hottest, holdingOf } from './holding.ts';
export type { Hold } from './ways.ts';
