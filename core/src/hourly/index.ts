export { mouldIndex, type Sensitivity, timeOfWetness, weeksToFirstSigns } from './mould.ts';
export { type HourlyLayer, MoistSection, type SectionCase } from './section.ts';
export { type HourlyAir, type HourlyCase, simulateHourly, type WaterPlaces } from './simulate.ts';
export { type Sorption, woodMoisture } from './sorption.ts';
