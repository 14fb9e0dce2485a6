export { type CabFigures, cabSavings } from './cabSavings.ts';
export type { FacePlace } from './faces.ts';
export { airIsShort, anyRan } from './freshAir.ts';
export { FUELS } from './fuels.ts';
export { type HeldPiece, type HeldVan, heldVan } from './heldVan.ts';
export { type HotDay, hotDay } from './hotDay.ts';
export { AIRS, GLUE_CAUTION, type HotDayCase, hotDayCases, hotDayCautions, STANDS } from './hotDayCases.ts';
export { inWind } from './inWind.ts';
export { climateOfYear, evaluateOwn, ownAirAt, ownClimate, ownYear, searchClimate } from './ownClimate.ts';
export {
  heaterNeed,
  type VanChoice,
  vanModel,
  withHeater,
} from './vanModel.ts';
export { type VanNight, vanNight } from './vanNight.ts';
export { type PartYear, type VanYear, vanYear } from './vanYear.ts';
