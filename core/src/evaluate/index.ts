export { type BayResult, bayResult, bayResults, worstBay } from './bayResult.ts';
export { type Evaluation, evaluate, inClimate, withPay } from './evaluate.ts';
export { lossWhileUp, ribShare, UP } from './heat.ts';
export type { BayQuiet } from './quiet.ts';
export { whileReckoning } from './reckoning.ts';
