export { cabinOf } from './cabinOf.ts';
export { type Cabin, COVER, FUELS, heaterFor, lossOf, type Night, SLEEPER, simulateNight } from './night.ts';
