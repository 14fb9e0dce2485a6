import Papa from 'papaparse';

/** Text that a spreadsheet would run as a formula, plain numbers excepted. */
const FORMULA = /^[=+@-](?![\d.]+$)/;

/** Rows as RFC 4180 text; a cell that a spreadsheet would run as a formula is kept as text. */
export const toCsv = (rows: readonly (readonly (string | number)[])[]): string =>
  `${Papa.unparse(
    rows.map(row => [...row]),
    { escapeFormulae: FORMULA, newline: '\r\n' },
  )}\r\n`;
