export { type Climate, climateOf, climates, daysIn, MONTHS } from './climates.ts';
export { ABSORPTANCE, type Facing, facingOf, solarGain } from './facing.ts';
export { glazing, paneLayers, type Screen } from './glazing.ts';
export { type HourlyYear, halfSine, hourlyYear, hoursOf, stationYear, type Weather } from './hours.ts';
export { cookingHeat, FLAME_WATER, type Glass, moistureProduction, NIGHT_HOURS } from './indoor.ts';
export { designNight, FIRST_MONTH, type Month, monthsOf } from './months.ts';
export { type AirYear, monthsOfYear } from './ownMonths.ts';
export { WINDS } from './winds.ts';
