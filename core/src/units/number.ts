/** What reading a text gives: a value in SI units, or one sentence that says what was read and what is accepted. */
export type Parsed = { ok: true; value: number } | { ok: false; message: string };

export const refuse = (message: string): Parsed => ({ ok: false, message });

/** Thin space between thousands: cannot be mistaken for a decimal comma when read back. */
const THIN = '\u202f';

/** From here on a figure is told by its power of ten: nobody reads more digits than these. */
const MANY = 1e12;
/** Letters of what was typed that a refusal repeats. */
const QUOTED = 24;

/** What was typed, as a refusal repeats it. */
export const quoted = (text: string): string => {
  const typed = text.trim();
  return `“${typed.length > QUOTED ? `${typed.slice(0, QUOTED - 1)}…` : typed}”`;
};

/** Prints `value` with `decimals` places, thousands parted by a thin space and a true minus sign. */
export function printNumber(value: number, decimals = 0): string {
  if (!Number.isFinite(value)) return Number.isNaN(value) ? '–' : value < 0 ? '−∞' : '∞';
  if (Math.abs(value) >= MANY) return inPowers(value, 1);
  const fixed = Math.abs(value).toFixed(decimals);
  const [whole = '0', fraction] = fixed.split('.');
  const grouped = whole.length > 4 ? whole.replace(/\B(?=(\d{3})+$)/g, THIN) : whole;
  const negative = value < 0 && Number(fixed) !== 0;
  return `${negative ? '−' : ''}${grouped}${fraction === undefined ? '' : `.${fraction}`}`;
}

/** Prints with about `digits` significant figures, in powers of ten below 0.0001. */
export function printSignificant(value: number, digits = 3): string {
  if (value === 0) return '0';
  const magnitude = Math.floor(Math.log10(Math.abs(value)));
  if (magnitude < -4) return inPowers(value, digits - 1);
  return printNumber(value, Math.max(0, digits - 1 - magnitude));
}

function inPowers(value: number, decimals: number): string {
  const magnitude = Math.floor(Math.log10(Math.abs(value)));
  return `${printNumber(value / 10 ** magnitude, decimals)} × 10${superscript(magnitude)}`;
}

const superscript = (n: number) =>
  [...String(n)].map(c => (c === '-' ? '⁻' : '⁰¹²³⁴⁵⁶⁷⁸⁹'[Number(c)])).join('');

/**
 * Reads a decimal number that may use a point or a comma, with thousands grouped by spaces.
 * `1,200` has two readings (1.2 and 1200) and is refused with both.
 */
export function parseNumber(text: string): Parsed {
  const plain = text
    .trim()
    .replace(/[−–]/g, '-')
    .replace(/(\d)[\s\u202f\u00a0](?=\d{3}(\D|$))/g, '$1');
  if (/^-?[1-9]\d{0,2},\d{3}$/.test(plain)) {
    const asDecimal = Number(plain.replace(',', '.'));
    const asThousands = plain.replace(',', '');
    return refuse(
      `${quoted(text)} can mean ${asDecimal} or ${asThousands}: write ${asDecimal} or ${asThousands}.`,
    );
  }
  let digits = plain;
  if (/^-?\d{1,3}(,\d{3})+\.\d+$/.test(plain)) digits = plain.replaceAll(',', '');
  else if (/^-?\d{1,3}(\.\d{3})+,\d+$/.test(plain)) digits = plain.replaceAll('.', '').replace(',', '.');
  else if (/^-?\d*,\d+$/.test(plain)) digits = plain.replace(',', '.');
  if (!/^-?(\d+\.?\d*|\.\d+)$/.test(digits)) return refuse(`${quoted(text)} is not a number.`);
  const value = Number(digits);
  return Number.isFinite(value) ? { ok: true, value } : refuse(`${quoted(text)} is more than can be meant.`);
}
