export { stillRings } from './advice.ts';
export { comparison, heardOf } from './heardOf.ts';
export { heardKnock, rain, SOUND_RATE, simulatedKnock } from './simulate.ts';
export { bareTones, type KnockTone, tonesOfBay } from './tones.ts';
