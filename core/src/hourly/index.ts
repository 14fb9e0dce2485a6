export { mouldIndex, type Sensitivity, timeOfWetness, weeksToFirstSigns } from './mould.ts';
export { type HourlyAir, type HourlyCase, type HourlyLayer, simulateHourly } from './simulate.ts';
export { woodMoisture } from './sorption.ts';
