export { type ChosenHold, type Holding, type Hottest, holdingOf } from './holding.ts';
export { type Hold, WAYS_OF_HOLDING } from './ways.ts';
