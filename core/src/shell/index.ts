export { type ArchSizes, type DevelopedArch, developArch } from './arch.ts';
export { bayArea, grossArea, isSurveyed, measuredBays, openingArea } from './area.ts';
export { boxArea, type Closure, closure, type SideDifference, sideDifferences } from './closure.ts';
export {
  arcLength,
  type BayCurve,
  bayCurve,
  curveRadius,
  flatStrips,
  radiusFromGap,
  sagitta,
} from './curve.ts';
export {
  type BayField,
  type BayShape,
  type Edited,
  removeOpening,
  setBay,
  setMaster,
  setOpening,
  setShape,
} from './edit.ts';
export {
  HOLDS,
  mayFill,
  removeFitting,
  setFeature,
  setKeepClear,
  setPocket,
  setUse,
} from './fittings.ts';
export { type FoldedBay, foldShell, type Point3 } from './fold.ts';
export { generateShell } from './generate.ts';
export {
  cellsOf,
  fromSheet,
  layoutShell,
  onSheet,
  type PlacedBay,
  type PlacedZone,
  placeIn,
  rectOnSheet,
  type ShellLayout,
} from './layout.ts';
export { type Mirrored, mirrorTargets, mirrorZone, twinOf } from './mirror.ts';
export {
  flatten,
  type Outlined,
  outlineArea,
  outlineBox,
  outlineOf,
  readOutline,
  roundCorners,
  type Vertex,
} from './outline.ts';
export { type Pattern, patternOf, patterns } from './patterns.ts';
export { areaError, areaErrorOf, sizeError, zoneArea } from './tapeError.ts';
export {
  addBay,
  addRib,
  deleteBays,
  mergeBays,
  moveBay,
  moveRib,
  type Reshaped,
  removeRib,
  rename,
  splitBay,
} from './topology.ts';
export { walkingOrder } from './walk.ts';
