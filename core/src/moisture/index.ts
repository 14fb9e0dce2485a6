export {
  type Assembly,
  type Condensation,
  condensation,
  condensations,
  type Period,
  type ProfilePoint,
  skinGain,
  vapourProfile,
} from './condensation.ts';
export { DRYING_SECONDS, drying, LEAK_WATER, LEAST_SD } from './drying.ts';
export { type Air, emptyAir, type Glass, moistureProduction, NIGHT_HOURS, occupiedAir } from './indoor.ts';
export { leakFlow } from './leakage.ts';
export {
  concentration,
  DELTA_AIR,
  dewPoint,
  pressureOf,
  saturationPressure,
  saturationPressureFast,
} from './saturation.ts';
