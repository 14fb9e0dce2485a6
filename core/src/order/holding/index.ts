export { type ChosenHold, type Fixed, fixedOf } from './fixed.ts';
export { fixingsOf, linesOn, sizeOf } from './fixings.ts';
export { dissolves, glueFor, mayBeHeld } from './glueFor.ts';
export { type Holding, type Hottest, holdingOf } from './holding.ts';
export type { Hold } from './ways.ts';
