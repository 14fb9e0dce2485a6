export { readDesignFile, toDesignFile } from './designFile.ts';
export { shellDxf } from './dxf.ts';
export { readEpw, toEpw, type WeatherFile } from './epw.ts';
export { stripJpeg } from './jpeg.ts';
export { readNest, writeNest } from './nestFile.ts';
export { orderCsv, piecesCsv } from './orderCsv.ts';
export { readSurveyCsv, type SurveyReading, surveyCsv } from './surveyCsv.ts';
export { shellSvg } from './svg.ts';
export { monoOf, readWav, WAV_LIMIT, writeWav } from './wav.ts';
