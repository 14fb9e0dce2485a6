export {
  type BayMoisture,
  bayMoisture,
  climateFor,
  type DampState,
  dampModel,
  dampState,
  gainOf,
  glassOf,
  growsYearly,
} from './bayMonths.ts';
export { type LeakAt, leakOf, spaceIn } from './leak.ts';
export { wetterThan, wettestAt } from './wettest.ts';
