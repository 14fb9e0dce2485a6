/** The face of the core for interface and server: values in, values out, SI units. */
export * from './bridge/index.ts';
export * from './buildup/index.ts';
export * from './cabin/index.ts';
export * from './climate/index.ts';
export * from './damp/index.ts';
export {
  type BayResult,
  dampRank,
  type Evaluation,
  evaluate,
  type ZoneResult,
} from './evaluate.ts';
export * from './formats/index.ts';
export { type Block, type Field, type Section2d, solveSection } from './heat2d/index.ts';
export type { WaterPlaces } from './hourly/index.ts';
export * from './junctions/index.ts';
export * from './load/index.ts';
export * from './materials/index.ts';
export * from './model/index.ts';
export {
  dewPoint,
  moistureProduction,
  type ProfilePoint,
  saturationPressure,
  vapourProfile,
} from './moisture/index.ts';
export * from './ready/index.ts';
export * from './shell/index.ts';
export { type Cover, type OrderLine, orderError, type Piece, type TakeOff } from './takeoff/index.ts';
export * from './units/index.ts';
export { type BayMoisture, type DampState, glassOf } from './wetting/index.ts';
export * from './working/index.ts';
