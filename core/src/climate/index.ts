export { type Climate, climateOf, climates, MONTHS } from './climates.ts';
export { ABSORPTANCE, type Facing, facingOf, solarGain } from './facing.ts';
export { type HourlyYear, hourlyYear, stationYear } from './hours.ts';
export { designNight, FIRST_MONTH, type Month, type MonthRegime, monthsOf } from './months.ts';
