export { type Facts, factsOf, type Pinned } from './facts.ts';
export { nextFixingStep } from './fixings.ts';
export { holeUnready, nextHoleState, uncut } from './holes.ts';
export { type RustStep, rustState } from './rust.ts';
export { correction, fileOf, standing } from './standing.ts';
