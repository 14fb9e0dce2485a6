export type { Avoided } from './candidates.ts';
export { hoursOf } from './figures.ts';
export { type FrontPoint, frontOf } from './front.ts';
export type { ChoiceLimits, ChoiceWeights, Sums } from './limits.ts';
export { perFigure, WORTH } from './model.ts';
export type { Asked, LayUpOption } from './options.ts';
export { choose, type Proposal, weighAll } from './propose.ts';
export type { LimitPrice, ZonePick } from './reasons.ts';
