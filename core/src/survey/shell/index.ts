export { archStands } from './archStand.ts';
export { addArch, archFromTemplate, archReadings, fromTemplate, setArch } from './archZone.ts';
export { bayArea, grossArea, isSurveyed, measuredBays, openingArea, openingSize } from './area.ts';
export { behindArches, hiddenByArches } from './behindArches.ts';
export { BODY_SLACK, bodyClosure, cabVolume } from './body.ts';
export { withCab, withFrames, withFront } from './cab.ts';
export { closure, sideDifferences } from './closure.ts';
export { type BayCurve, bayCurve, flatStrips } from './curve.ts';
export { meanDepth, ribDepth } from './depth.ts';
export { fromEarlier } from './earlier.ts';
export {
  type BayField,
  type Edited,
  MASTER_LIMITS,
  setBay,
  setMaster,
  setOpening,
  setPads,
  setShape,
} from './edit.ts';
export { type FieldRect, freeField } from './field.ts';
export {
  forgetWays,
  lookedForWays,
  mayFill,
  removeFitting,
  repeatWay,
  setFeature,
  setKeepClear,
  setPocket,
  setPoint,
  setUse,
  setWay,
} from './fittings.ts';
export { grooveVolume, setCorrugation, setWoodLine, woodLines } from './floor.ts';
export { foldShell, type Point3 } from './fold.ts';
export { drainIn } from './furnish.ts';
export { generateShell } from './generate.ts';
export { type Kept, keptClear, unionArea } from './keptClear.ts';
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
export { mirrorTargets, mirrorZone, twinOf } from './mirror.ts';
export { movedBetween, namesIn } from './names.ts';
export { flatten, outlineCentroid, outlineOf, readOutline, type Vertex } from './outline.ts';
export { patterns } from './patterns.ts';
export { type Area, overlap, useArea } from './rectangles.ts';
export { BAY_LIMITS, checkVan, surveyMistakes } from './sense.ts';
export { type EdgeName, edgesOf, edgesSeen, type Seen, seenMirrored } from './side.ts';
export { areaError, areaErrorOf, zoneArea } from './tapeError.ts';
export {
  addBay,
  addRib,
  deleteBays,
  mergeBays,
  moveBay,
  moveRib,
  type Reshaped,
  removeOpening,
  removeRib,
  rename,
  splitBay,
} from './topology.ts';
export { walkingOrder } from './walk.ts';
export { addZone, removeZone, setZone } from './zones.ts';
