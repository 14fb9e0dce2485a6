export { checkDesign, checkMaterial, type Mistake, materialsUsed } from './check.ts';
export { FORMAT, LIBRARY_FORMAT } from './format.ts';
export { HOLE_STATES, RUST_STEPS } from './lists.ts';
export { buildUpOf, findBay } from './lookup.ts';
export { assumed, isMeasured, measured } from './measurement.ts';
export { merge, same } from './merge.ts';
export { refusal, schemaMistake } from './schemaMistake.ts';
export type {
  Bay,
  Brief,
  BuildUp,
  Curve,
  Design,
  DesignFile,
  Feature,
  Hole,
  KeepClear,
  Layer,
  LayerOf,
  Material,
  Measurement,
  Opening,
  OutlineReadings,
  PatternName,
  Photo,
  Place,
  Placement,
  Pocket,
  Price,
  Purpose,
  Ready,
  Rib,
  Role,
  RustSpot,
  Shell,
  Stock,
  StripItem,
  TapTest,
  Use,
  Variant,
  Zone,
  ZoneKind,
} from './types.ts';
export { upgrade } from './upgrade.ts';
export { upgradeOwn } from './upgradeLibrary.ts';
