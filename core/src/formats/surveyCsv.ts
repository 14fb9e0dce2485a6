import Papa from 'papaparse';
import { findBay, type Measurement, type Shell } from '../model/index.ts';
import { type BayField, setBay } from '../survey/edits/index.ts';
import { grossArea, openingArea } from '../survey/geometry/index.ts';
import { parseLength, parseNumber } from '../units/index.ts';
import { toCsv } from './csv.ts';

const SIZES: readonly [BayField, string][] = [
  ['width', 'along mm'],
  ['height', 'across mm'],
  ['depthMin', 'shallowest mm'],
  ['depthMax', 'deepest mm'],
];
const HEADER = [
  'zone',
  'bay',
  'station',
  'strip',
  ...SIZES.flatMap(([, name]) => [name, `${name.replace(' mm', '')} is`]),
  'shape',
  'area m2',
  'openings m2',
];
const mm = (metres: number) => Math.round(metres * 10_000) / 10;

/** The survey, one row a bay. Sizes in mm, each with whether it is measured or assumed; areas follow and are not read back. */
export function surveyCsv(shell: Shell): string {
  const rows = shell.zones.flatMap(zone =>
    zone.bays.map(bay => [
      zone.id,
      bay.id,
      bay.station,
      bay.strip,
      ...SIZES.flatMap(([field]) => [mm(bay[field].value), bay[field].basis]),
      bay.outline?.by ?? 'rectangle',
      Math.round(grossArea(bay) * 1e4) / 1e4,
      Math.round(openingArea(zone, bay) * 1e4) / 1e4,
    ]),
  );
  return toCsv([HEADER, ...rows]);
}

interface SurveyChange {
  bay: string;
  field: BayField;
  from: Measurement;
  to: Measurement;
}

/** A row or cell that was not taken, with its place in the file (the header is row 1). */
interface SurveyProblem {
  row: number;
  column: string | null;
  message: string;
}

export interface SurveyReading {
  /** With every change that could be taken. */
  shell: Shell;
  /** What was taken. */
  changes: SurveyChange[];
  /** What was not, and why. */
  problems: SurveyProblem[];
  /** Rows whose sizes are as they were. */
  same: number;
}

/**
 * Reads a survey back: what would change, and what cannot be taken and why. A size that differs, or that the file
 * calls measured while the survey assumes it, becomes measured as it stands in the file; an empty cell changes
 * nothing. Columns are found by name; only `bay` is needed.
 */
export function readSurveyCsv(shell: Shell, text: string): SurveyReading {
  const { data } = Papa.parse<Record<string, string>>(text.replace(/^\ufeff/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: h => h.trim().toLowerCase(),
  });
  const reading: SurveyReading = { shell, changes: [], problems: [], same: 0 };
  if (data.length === 0 || !('bay' in data[0]!)) {
    reading.problems.push({
      row: 1,
      column: null,
      message: `The first row must name the columns, “bay” among them; this program writes: ${HEADER.join(', ')}.`,
    });
    return reading;
  }
  const seen = new Set<string>();
  data.forEach((record, i) => {
    readRow(reading, record, i + 2, seen);
  });
  return reading;
}

function readRow(
  reading: SurveyReading,
  record: Record<string, string>,
  row: number,
  seen: Set<string>,
): void {
  const bay = (record.bay ?? '').trim();
  const refuse = (column: string | null, message: string) => reading.problems.push({ row, column, message });
  if (bay === '') return void refuse('bay', 'The bay is not named.');
  if (seen.has(bay)) return void refuse('bay', `Bay ${bay} stands twice; the first row was taken.`);
  seen.add(bay);
  const found = findBay(reading.shell, bay);
  if (!found) return void refuse('bay', `The shell has no bay ${bay}.`);
  const before = reading.changes.length;
  const problems = reading.problems.length;
  const pending: SurveyChange[] = [];
  for (const [field, column] of SIZES) {
    const cell = (record[column] ?? '').trim();
    if (cell === '') continue;
    const size = readSize(cell);
    if (!size.ok) {
      refuse(column, size.message);
      continue;
    }
    const from = found.bay[field];
    const differs = Math.abs(from.value - size.value) > 0.00005;
    const said = (record[column.replace(' mm', ' is')] ?? '').trim().toLowerCase();
    if (!differs && (from.basis === 'measured' || said !== 'measured')) continue;
    pending.push({
      bay,
      field,
      from,
      to: { basis: 'measured', value: differs ? size.value : from.value, entered: cell },
    });
  }
  // Depths are checked as a pair: the one that makes room goes first.
  pending.sort((a, b) => room(b) - room(a));
  for (const change of pending) {
    const edited = setBay(reading.shell, bay, change.field, change.to);
    if (edited.ok) {
      reading.shell = edited.shell;
      reading.changes.push(change);
    } else refuse(SIZES.find(([f]) => f === change.field)![1], edited.message);
  }
  if (reading.changes.length === before && reading.problems.length === problems) reading.same++;
}

const room = ({ field, from, to }: SurveyChange): number =>
  field === 'depthMax' ? to.value - from.value : field === 'depthMin' ? from.value - to.value : 0;

/** A cell is millimetres, or a length as off a tape. */
function readSize(cell: string) {
  const plain = parseNumber(cell);
  if (plain.ok && plain.value >= 0 && plain.value <= 20_000)
    return { ok: true as const, value: plain.value / 1000 };
  return parseLength(cell, { system: 'metric' });
}
