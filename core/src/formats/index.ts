export { toCsv } from './csv.ts';
export { SCHEMA_URL, toDesignFile } from './designFile.ts';
export { orderCsv, piecesCsv } from './orderCsv.ts';
