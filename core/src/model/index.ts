export { type Changes, changesBetween } from './changes.ts';
export { checkDesign, checkMaterial, type Mistake, materialsUsed } from './check.ts';
export { type DocumentKind, formatOf, type MovedIds, upgradeDocument } from './documentKind.ts';
export { type Documents, documentKinds, type KindName, WHOLE } from './documents.ts';
export { FAMILY_HEAT } from './familyHeat.ts';
export { FAMILY_SOUND } from './familySound.ts';
export { FORMAT, LIBRARY_FORMAT } from './format.ts';
export { inCab, isWithin } from './inCab.ts';
export {
  CURRENCIES,
  CURTAINS,
  DELIVERIES,
  EDGE_NAMES,
  FIXING_STEPS,
  FIXINGS,
  FRONTS,
  GRAINS,
  HOLDS,
  HOLE_STATES,
  HOT,
  KEPT_CLEAR,
  KIT_ROLES,
  LINES,
  POINTS,
  RAIN_SIDES,
  RUST_STEPS,
  SCREENS,
  SEAMS,
  SERVICES,
  WAYS,
  WORK_DAYS,
} from './lists.ts';
export { buildUpOf, findBay } from './lookup.ts';
export { assumed, guess, isMeasured, measured } from './measurement.ts';
export { mend } from './mend.ts';
export { type Conflict, merge, same } from './merge.ts';
export { letOpeningsFit, openingFits } from './openingsFit.ts';
export { partFacts } from './partFacts.ts';
export { addressOf, type Params, type RouteName, routes } from './routes.ts';
export { refusal, schemaMistake } from './schemaMistake.ts';
export type {
  Bay,
  Brief,
  BuildUp,
  Cab,
  Change,
  CompareSettings,
  Contract,
  ConversionRecord,
  ConversionSummary,
  Curve,
  CutList,
  Design,
  DesignFile,
  Entry,
  Fact,
  FactOf,
  Feature,
  FixedPanel,
  Fixing,
  Front,
  Hole,
  KeepClear,
  Layer,
  LayerOf,
  LoggedEntry,
  Material,
  Measurement,
  Opening,
  OutlineReadings,
  Patch,
  PatternName,
  Pin,
  Place,
  Placement,
  Pocket,
  PointBridge,
  Price,
  Purpose,
  Ready,
  Rib,
  Role,
  RoundWay,
  RustSpot,
  Saved,
  SentDocument,
  Shelf,
  Shell,
  Stock,
  Use,
  Variant,
  WorkshopEntry,
  Zone,
  ZoneKind,
} from './types.ts';
export { upgrade } from './upgrade.ts';
export { upgradeOwn } from './upgradeLibrary.ts';
