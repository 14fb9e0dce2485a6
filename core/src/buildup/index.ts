export { applySchool } from './applySchool.ts';
export type { BayHole, BayJoints } from './bayJoints.ts';
export { weakestBondOverhead } from './bonds.ts';
export type { Cover } from './covers.ts';
export { defaultBrief } from './defaultBrief.ts';
export { cavityDepth, type Fit, fitBuildUp } from './fit.ts';
export { cutsOf } from './joints.ts';
export { type LaidBay, type LayUp, layUp } from './layUp.ts';
export { jointsLaw, leakPath } from './leak.ts';
export { bare, newDesign, nothingReady, variantBySchool } from './newDesign.ts';
export { frontAtNight, isScreened, putUp } from './putUp.ts';
export { acrossRibs, withRibStrip } from './ribStrip.ts';
export { ribsAs, takesStuffing } from './ribsAs.ts';
export { battenCount, battenOf, directionOf, inCavity, isContinuous, liningRests, ROLES } from './roles.ts';
export { placeOf, type School, schools } from './schools.ts';
export {
  BOARD_JOINT,
  closesJoints,
  type End,
  type Ends,
  endsAt,
  openWidth,
  PANEL_JOINT,
  SEAM_KINDS,
} from './seams.ts';
export { assemblyOf, bayUValue, type Section, sectionAt, totalResistance } from './section.ts';
export {
  type LaidSheets,
  patchBox,
  shareOf,
  sheetArea,
  sheetMistakes,
  tiles,
} from './sheets.ts';
export { splitToFit } from './split.ts';
