export {
  type Assembly,
  type Condensation,
  condensation,
  firstPeaks,
  type Period,
  type ProfilePoint,
  skinGain,
  vapourProfile,
} from './condensation.ts';
export { DRYING_SECONDS, drying, LEAK_WATER, LEAST_SD } from './drying.ts';
export { leakFlow } from './leakage.ts';
