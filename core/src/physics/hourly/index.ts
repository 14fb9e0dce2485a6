export { mouldIndex, type Sensitivity, timeOfWetness } from './mould.ts';
export { type HourlyLayer, MoistSection, type SectionCase } from './section.ts';
export { type HourlyAir, simulateHourly, type WaterPlaces } from './simulate.ts';
export type {} from './sorption.ts';
