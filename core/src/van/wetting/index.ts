export { anchored } from './anchored.ts';
export {
  type BayMoisture,
  bayMoisture,
  type ClimateOf,
  climateFor,
  dampModel,
  gainOf,
  glassOf,
  type VanClimate,
} from './bayMonths.ts';
export { type LeakAt, leakOf, spaceIn } from './leak.ts';
export { lifeOf, livedBy } from './life.ts';
export { moister } from './moister.ts';
export {
  buildsUp,
  DAMP_CLASSES,
  type DampClass,
  type DampState,
  dampAtLevel,
  dampLevel,
  dampMark,
  dampNear,
  dampRank,
  dampState,
  dampWord,
  growsYearly,
  isClearOfWorse,
  isNoDamper,
} from './verdict.ts';
export { wetterThan, wettestAt } from './wettest.ts';
