export { stillRings } from './advice.ts';
export { type BayKnocks, type Comparison, comparison, heardOf } from './heardOf.ts';
export { heardKnock, rain, SOUND_RATE, simulatedKnock } from './simulate.ts';
export { bareTones, shapeAt, type Tone, tonesOf, tonesOfBay } from './tones.ts';
