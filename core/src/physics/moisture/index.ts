export { type AirWay, type Cavity, metBy, STILL, type Through, throughCavity } from './circulation.ts';
export {
  type Assembly,
  type Condensation,
  condensation,
  condensations,
  type Period,
  type ProfilePoint,
  type Regime,
  skinGain,
  vapourProfile,
} from './condensation.ts';
export { crackLaw, type FlowLaw, holeLaw, inSeries } from './cracks.ts';
export { DRYING_SECONDS, drying, LEAK_WATER, LEAST_SD } from './drying.ts';
