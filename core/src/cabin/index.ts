export { cabinOf } from './cabinOf.ts';
export { type HotDay, type HotDayChoice, hotDay } from './hotDay.ts';
export { type Cabin, COVER, FUELS, heaterFor, lossOf, type Night, SLEEPER, simulateNight } from './night.ts';
export { type VanChoice, type VanModel, vanModel } from './vanModel.ts';
export { VanState, type Weather as VanWeather } from './vanState.ts';
export { type PartYear, type VanMonth, type VanYear, vanYear } from './vanYear.ts';
