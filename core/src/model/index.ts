export { checkDesign, type Mistake, materialIn, materialsUsed } from './check.ts';
export { HOLE_STATES, RUST_STEPS } from './lists.ts';
export { allBays, buildUpOf, findBay } from './lookup.ts';
export { assumed, isMeasured, measured } from './measurement.ts';
export { type Merge, merge, same } from './merge.ts';
export type * from './types.ts';
export { type UpgradeResult, type Upgrades, upgrade } from './upgrade.ts';
