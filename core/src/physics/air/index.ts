export {
  AIR_CAPACITY,
  AIR_DENSITY,
  AIR_HEAT_CAPACITY,
  type Air,
  airDensity,
  DISCHARGE,
  FACE_HOLDS,
  GRAVITY,
  MASS_TRANSFER,
  STEFAN_BOLTZMANN,
} from './air.ts';
export { exchangeFlow } from './exchange.ts';
export {
  concentration,
  DELTA_AIR,
  dewPoint,
  pressureOf,
  R_VAPOUR,
  saturationPressure,
  saturationPressureFast,
} from './saturation.ts';
