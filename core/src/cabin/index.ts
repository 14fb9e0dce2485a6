export { FUELS } from './fuels.ts';
export { type HotDay, type HotDayChoice, hotDay } from './hotDay.ts';
export { heaterNeed, SLEEPER, type VanChoice, type VanModel, vanLoss, vanModel } from './vanModel.ts';
export { type VanNight, vanNight } from './vanNight.ts';
export { VanState, type Weather as VanWeather } from './vanState.ts';
export { type PartYear, type VanMonth, type VanYear, vanYear } from './vanYear.ts';
