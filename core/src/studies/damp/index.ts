export {
  type BandInput,
  bayBand,
  rankingOf,
  type SchoolBand,
  schoolBand,
} from './band.ts';
export { type BayModel, bayModel, bayModelInput } from './bayModel.ts';
export { type BayYearInput, type BayYears, bayYears, endsMonth } from './bayYear.ts';
export { type ByHours, classByHours } from './byHours.ts';
export { type ColdSpot, coldSpots } from './coldSpots.ts';
export { dayResponse } from './dayResponse.ts';
export { type Differs, differs } from './differs.ts';
export { roomFace } from './roomFace.ts';
export { type SealSweep, schoolsAt, sealSweep, wettestBay } from './schoolsCompared.ts';
export {
  adviseSchool,
  type JudgedSchool,
  type SchoolAdvice,
  type SchoolStudy,
  type SchoolYears,
  schoolStudy,
} from './schoolYears.ts';
export { type Effect, sensitivity } from './sensitivity.ts';
export { carriesOver, movedAway, runsDown, standsFree, tellableWoodMoisture } from './tellable.ts';
export { wetCells } from './wetCell.ts';
