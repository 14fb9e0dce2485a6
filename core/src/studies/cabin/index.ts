export { FUELS } from './fuels.ts';
export { type HotDay, hotDay } from './hotDay.ts';
export { heaterNeed, type VanChoice, vanModel } from './vanModel.ts';
export { type VanNight, vanNight } from './vanNight.ts';
export { type PartYear, type VanYear, vanYear } from './vanYear.ts';
