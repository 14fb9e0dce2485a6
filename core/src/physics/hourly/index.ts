export type { HourlyLayer } from './cells.ts';
export { mouldIndex, type Sensitivity, timeOfWetness } from './mould.ts';
export { MoistSection, type Passing, type SectionCase } from './section.ts';
export { type HourlyAir, simulateHourly, type WaterPlaces } from './simulate.ts';
