export { archStands } from './archStand.ts';
export { behindArches, hiddenByArches } from './behindArches.ts';
export { closure, type SideDifference, sideDifferences } from './closure.ts';
export { foldShell, type Point3 } from './fold.ts';
export {
  cellsOf,
  fromSheet,
  layoutShell,
  onSheet,
  type PlacedBay,
  type PlacedZone,
  placeIn,
  type Rect,
  rectOnSheet,
  type ShellLayout,
} from './layout.ts';
export { mirrorTargets, mirrorZone, twinOf } from './mirror.ts';
export { type EdgeName, type Edges, edgesOf, edgesSeen, type Seen, seenMirrored } from './side.ts';
export { walkingOrder } from './walk.ts';
