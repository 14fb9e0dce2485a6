export { type Facts, factsOf, type Knock, type Pinned } from './facts.ts';
export { nextFixingStep } from './fixings.ts';
export { type HoleTest, holeUnready, nextHoleState, uncut } from './holes.ts';
export { type RustStep, type RustStepDone, rustState } from './rust.ts';
export { correction, fileOf, type Standing, standing } from './standing.ts';
