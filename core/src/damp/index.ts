export { type BayYearInput, type BayYears, bayYears } from './bayYear.ts';
export { type SchoolPoint, type SealSweep, schoolsAt, sealSweep } from './schoolsCompared.ts';
