export { toCsv } from './csv.ts';
export { SCHEMA_URL, toDesignFile } from './designFile.ts';
export { shellDxf } from './dxf.ts';
export { readEpw, toEpw, type WeatherFile, type WeatherRead } from './epw.ts';
export { stripJpeg } from './jpeg.ts';
export { orderCsv, piecesCsv } from './orderCsv.ts';
export {
  readSurveyCsv,
  type SurveyChange,
  type SurveyProblem,
  type SurveyReading,
  surveyCsv,
} from './surveyCsv.ts';
export { shellSvg } from './svg.ts';
