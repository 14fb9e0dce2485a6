import type { UnitSystem } from './length.ts';
import { type Parsed, parseNumber, printNumber, printSignificant, quoted, refuse } from './number.ts';

const POUND = 0.45359237;
const SQUARE_FOOT = 0.09290304;
/** 1 h ft2 degF/BTU in m2K/W. */
const US_R = 0.1761;

/** Reads a temperature; a bare number is degC (degF in imperial). Returns degC, between -60 and 80. */
export function parseTemperature(text: string, system: UnitSystem = 'metric'): Parsed {
  const accepted = 'Write a temperature such as −14 °C or 7 °F, between −60 and 80 °C.';
  const match = /^(.*?)\s*°?\s*([cf])?$/i.exec(text.trim());
  const read = parseNumber(match?.[1] ?? '');
  if (!read.ok) return refuse(`${quoted(text)} is not a temperature. ${accepted}`);
  const unit = match?.[2]?.toLowerCase() ?? (system === 'metric' ? 'c' : 'f');
  const celsius = unit === 'f' ? ((read.value - 32) * 5) / 9 : read.value;
  return celsius < -60 || celsius > 80 ? refuse(accepted) : { ok: true, value: celsius };
}

/** Prints degC with at most one decimal. */
export function printTemperature(celsius: number, system: UnitSystem = 'metric'): string {
  const shown = system === 'metric' ? celsius : (celsius * 9) / 5 + 32;
  const tenths = Math.round(shown * 10) / 10;
  return `${printNumber(tenths, Number.isInteger(tenths) ? 0 : 1)} °${system === 'metric' ? 'C' : 'F'}`;
}

/** Reads a mass in kg, g, lb or oz; a bare number is kg (lb in imperial). Returns kg. */
export function parseMass(text: string, system: UnitSystem = 'metric'): Parsed {
  const accepted = 'Write a mass such as 310 kg or 680 lb.';
  const match = /^(.*?)\s*(kg|g|lbs?|oz)?$/i.exec(text.trim());
  const read = parseNumber(match?.[1] ?? '');
  if (!read.ok)
    return refuse(
      read.message.includes('can mean') ? read.message : `${quoted(text)} is not a mass. ${accepted}`,
    );
  if (read.value < 0) return refuse(`A mass cannot be negative. ${accepted}`);
  const scales: Record<string, number> = { kg: 1, g: 1e-3, lb: POUND, lbs: POUND, oz: POUND / 16 };
  const unit = match?.[2]?.toLowerCase() ?? (system === 'metric' ? 'kg' : 'lb');
  return { ok: true, value: read.value * scales[unit]! };
}

/** Prints kg (or lb): tenths below 100, whole above. */
export function printMass(kilograms: number, system: UnitSystem = 'metric'): string {
  const shown = system === 'metric' ? kilograms : kilograms / POUND;
  const decimals = Math.abs(Math.round(shown * 10) / 10) < 100 ? 1 : 0;
  return `${printNumber(shown, decimals)} ${system === 'metric' ? 'kg' : 'lb'}`;
}

/** Reads an amount of money with or without a currency sign. Two decimals at most; `1,286` is one thousand. */
export function parseMoney(text: string): Parsed {
  const accepted = 'Write an amount such as 24.50.';
  const plain = text.trim().replace(/^(-?)\s*[£€$]\s*|\s*[£€$]$/g, '$1');
  const grouped = plain.replace(
    /^(-?\d{1,3})((?:,\d{3})+)$/,
    (_, head: string, tail: string) => head + tail.replaceAll(',', ''),
  );
  const read = parseNumber(grouped);
  if (!read.ok) return refuse(`${quoted(text)} is not an amount. ${accepted}`);
  if (read.value < 0) return refuse(`A price cannot be negative. ${accepted}`);
  if (Math.abs(read.value * 100 - Math.round(read.value * 100)) > 1e-6)
    return refuse(`An amount has at most two decimals. ${accepted}`);
  return { ok: true, value: read.value };
}

/** Prints money: whole from 100 up, two decimals below. */
export function printMoney(amount: number, sign = '£'): string {
  const cents = Math.round(Math.abs(amount) * 100);
  const printed = printNumber(cents / 100, cents >= 10_000 || cents % 100 === 0 ? 0 : 2);
  return `${amount < 0 && cents > 0 ? '−' : ''}${sign}${printed}`;
}

/** Prints m2 (or ft2) with three significant figures. */
export function printArea(squareMetres: number, system: UnitSystem = 'metric'): string {
  return system === 'metric'
    ? `${printSignificant(squareMetres, 3)} m²`
    : `${printSignificant(squareMetres / SQUARE_FOOT, 3)} ft²`;
}

/** Prints a thermal resistance in m2K/W, with the US R-value beside it in imperial. */
export function printResistance(r: number, system: UnitSystem = 'metric'): string {
  return system === 'metric' ? `${printNumber(r, 2)} m²K/W` : `R-${printNumber(r / US_R, 1)} US`;
}
