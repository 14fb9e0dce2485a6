export { type BayYearInput, type BayYears, bayYears, dayResponse } from './bayYear.ts';
export { type SchoolPoint, type SealSweep, schoolsAt, sealSweep } from './schoolsCompared.ts';
export { type Effect, sensitivity } from './sensitivity.ts';
