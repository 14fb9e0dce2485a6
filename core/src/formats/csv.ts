/** Rows as RFC 4180 text; a cell that a spreadsheet would run as a formula is kept as text. */
export function toCsv(rows: readonly (readonly (string | number)[])[]): string {
  return `${rows.map(row => row.map(cell).join(',')).join('\r\n')}\r\n`;
}

function cell(value: string | number): string {
  const text =
    typeof value === 'number'
      ? String(value)
      : /^[=+@-]/.test(value) && !/^-?[\d.]+$/.test(value)
        ? `'${value}`
        : value;
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}
