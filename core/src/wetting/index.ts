export {
  type BayMoisture,
  bayMoisture,
  climateFor,
  type DampState,
  dampModel,
  dampOf,
  gainOf,
  glassOf,
  jointsOf,
  stackHeight,
  type VanClimate,
} from './bayMonths.ts';
export { type BayJoints, leakOf, missedOf } from './leak.ts';
export { wetterThan, wettestAt } from './wettest.ts';
