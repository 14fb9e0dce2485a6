export { type BayModel, type BayModelInput, bayModel, bayModelInput } from './bayModel.ts';
export { type BayYearInput, type BayYears, bayYears } from './bayYear.ts';
export { dayResponse } from './dayResponse.ts';
export { type RoomFace, roomFace } from './roomFace.ts';
export { type SchoolPoint, type SealSweep, schoolsAt, sealSweep } from './schoolsCompared.ts';
export { type Advice, adviseSchool, type SchoolStudy, type SchoolYears, schoolStudy } from './schoolYears.ts';
export { type Effect, sensitivity } from './sensitivity.ts';
