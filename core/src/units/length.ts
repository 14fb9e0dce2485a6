import { ROUNDING } from '../tolerance/index.ts';
import { type Parsed, parseNumber, printNumber, quoted, refuse } from './number.ts';

export type UnitSystem = 'metric' | 'imperial';

const INCH = 0.0254;
/** No length in a van has as many metres: it was mistyped, and is not repeated. */
const ABSURD = 1000;
const METRIC: Record<string, number> = { mm: 1e-3, cm: 1e-2, m: 1 };
const ACCEPTED = 'Write a length such as 955, 1.2 m, 120 cm, 47 1/4" or 3\' 11 1/4".';

export interface LengthLimits {
  /** What a bare number means: millimetres for metric, inches for imperial. */
  system?: UnitSystem;
  /** m. */
  min?: number;
  /** m. */
  max?: number;
}

/**
 * Reads a length as it is said off a tape: mm, cm, m, inches, feet and inches, fractions, decimal comma.
 * Returns metres. A bare fraction (`47 1/4`) is inches, for no metric tape is marked so.
 */
export function parseLength(
  text: string,
  { system = 'metric', min = 0, max = 20 }: LengthLimits = {},
): Parsed {
  const read = readLength(text, system);
  if (!read.ok) return read;
  if (read.value < 0) return refuse(`A length cannot be negative. ${ACCEPTED}`);
  const printed = (metres: number) => printLength(metres, system);
  if (read.value > ABSURD) return refuse(`That is far too long: at most ${printed(max)}.`);
  if (read.value < min - ROUNDING)
    return refuse(`${printed(read.value)} is too short here: at least ${printed(min)}.`);
  if (read.value > max + ROUNDING)
    return refuse(`${printed(read.value)} is too long here: at most ${printed(max)}.`);
  return read;
}

/** Prints metres: whole millimetres from 10 mm up, tenths below; or inches to 1/16, with feet from 36 in up. */
export function printLength(metres: number, system: UnitSystem = 'metric'): string {
  return system === 'metric' ? printMillimetres(metres) : printInches(metres);
}

function readLength(text: string, system: UnitSystem): Parsed {
  const t = text
    .trim()
    .toLowerCase()
    .replace(/[′’]/g, "'")
    .replace(/[″”“]|''/g, '"')
    .replace(/[−–]/g, '-');
  if (t === '') return refuse(`This is empty. ${ACCEPTED}`);
  const metric = /^(-?[\d.,\s\u202f\u00a0]+?)\s*(mm|cm|m)$/.exec(t);
  if (metric) return scaled(metric[1]!, METRIC[metric[2]!]!);
  const feet = /^(-?)([\d.,]+)\s*(?:'|ft|feet|foot)\s*(.*)$/.exec(t);
  if (feet) return readFeet(feet[2]!, feet[3]!, feet[1] === '-' ? -1 : 1);
  const marked = /^(.*?)\s*(?:"|in|inch|inches)$/.exec(t);
  if (marked) return readInches(marked[1]!, text);
  if (t.includes('/')) return readInches(t, text);
  return scaled(t, system === 'metric' ? 1e-3 : INCH, text);
}

function readFeet(feetText: string, rest: string, sign: number): Parsed {
  const feet = parseNumber(feetText);
  if (!feet.ok) return feet;
  const inchText = rest.replace(/\s*(?:"|in|inch|inches)$/, '').trim();
  if (inchText === '') return { ok: true, value: sign * feet.value * 12 * INCH };
  const inches = readInches(inchText, rest);
  if (!inches.ok) return inches;
  if (inches.value < 0 || inches.value >= 12 * INCH)
    return refuse(`The inches after the feet must be under 12. ${ACCEPTED}`);
  return { ok: true, value: sign * (feet.value * 12 * INCH + inches.value) };
}

function readInches(text: string, entered: string): Parsed {
  const mixed = /^(-?)(?:(\d+)(?:\s+|-))?(\d+)\s*\/\s*(\d+)$/.exec(text.trim());
  if (!mixed) return scaled(text, INCH, entered);
  const [, sign, whole = '0', over, under] = mixed;
  if (Number(under) === 0) return refuse(`${quoted(entered)} has a fraction over zero. ${ACCEPTED}`);
  const inches = Number(whole) + Number(over) / Number(under);
  return { ok: true, value: (sign === '-' ? -1 : 1) * inches * INCH };
}

function scaled(numberText: string, scale: number, entered = numberText): Parsed {
  const read = parseNumber(numberText);
  if (read.ok) return { ok: true, value: read.value * scale };
  if (/can (?:mean|be meant)/.test(read.message)) return read;
  return refuse(`${quoted(entered)} is not a length. ${ACCEPTED}`);
}

function printMillimetres(metres: number): string {
  const tenths = Math.round(metres * 1e4) / 10;
  if (Math.abs(tenths) >= 10) return `${printNumber(Math.round(metres * 1e3))} mm`;
  return `${printNumber(tenths, Number.isInteger(tenths) ? 0 : 1)} mm`;
}

function printInches(metres: number): string {
  const sixteenths = Math.round((Math.abs(metres) / INCH) * 16);
  const sign = metres < 0 && sixteenths > 0 ? '−' : '';
  const feet = sixteenths >= 36 * 16 ? Math.floor(sixteenths / 192) : 0;
  const rest = sixteenths - feet * 192;
  const whole = Math.floor(rest / 16);
  const fraction = printFraction(rest % 16);
  const inches = whole > 0 || fraction === '' ? `${whole}${fraction && ` ${fraction}`}` : fraction;
  if (feet === 0) return `${sign}${inches}"`;
  return rest === 0 ? `${sign}${feet}'` : `${sign}${feet}' ${inches}"`;
}

function printFraction(sixteenths: number): string {
  if (sixteenths === 0) return '';
  let over = sixteenths;
  let under = 16;
  while (over % 2 === 0) {
    over /= 2;
    under /= 2;
  }
  return `${over}/${under}`;
}
