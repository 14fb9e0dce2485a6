export {
  type BayMoisture,
  bayMoisture,
  type ClimateOf,
  climateFor,
  type DampState,
  dampModel,
  dampState,
  gainOf,
  glassOf,
  growsYearly,
  type VanClimate,
} from './bayMonths.ts';
export { type LeakAt, leakOf, spaceIn } from './leak.ts';
export { moister } from './moister.ts';
export { wetterThan, wettestAt } from './wettest.ts';
