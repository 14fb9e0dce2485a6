export {
  type ArchReadings,
  addArch,
  archFromTemplate,
  archReadings,
  archZone,
  fromTemplate,
  setArch,
} from './archZone.ts';
export { blankZone, guessed, plainBay } from './blank.ts';
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
export { movedBetween, namesIn } from './names.ts';
export { BAY_LIMITS, checkVan, surveyMistakes } from './sense.ts';
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
export { addZone, removeZone, setZone } from './zones.ts';
