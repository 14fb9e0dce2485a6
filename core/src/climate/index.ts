export { type Climate, climateOf, climates } from './climates.ts';
export { designNight, type Month, type MonthRegime, monthsOf } from './months.ts';
