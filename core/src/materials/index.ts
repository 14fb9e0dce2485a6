export {
  isSize,
  type Library,
  makeLibrary,
  materialOf,
  referenceMaterials,
  sdOf,
  stockFor,
  usualFor,
} from './library.ts';
export { insane, type MaterialLimits, materialLimits } from './limits.ts';
export { openPores, WATER_DENSITY } from './pores.ts';
export { SUPPLY_IDS, type Supply, supplyOf } from './supplies.ts';
