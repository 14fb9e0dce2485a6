import type { Measurement } from '@overcoat/core/model';
import type { Conflict } from '@overcoat/core/model/documents';
import { printLength, printMass, printNumber, printTemperature, type UnitSystem } from '@overcoat/core/units';
import { printMoney } from '../store/money.ts';

/** One thing two windows changed, as a person says it: where it is, what stands here and what there. */
export interface ConflictWords {
  /** Such as “left wall, bay L1u, width”. */
  where: string;
  /** What stands in this window. */
  mine: string;
  /** What the other window saved. */
  theirs: string;
}

export const conflictWords = (
  conflict: Conflict,
  document: object,
  units: UnitSystem,
  called = 'design',
): ConflictWords => {
  const field = conflict.path.at(-1) ?? '';
  return {
    where: placeWords(conflict.path, document) || `the whole ${called}`,
    mine: valueWords(conflict.mine, field, units),
    theirs: valueWords(conflict.theirs, field, units),
  };
};

/** Lists whose members are called by their own name or kind. */
const CALLED: Record<string, string> = {
  bays: 'bay',
  ribs: 'rib',
  pockets: 'pocket',
  keepClears: 'keep-clear',
  openings: 'opening',
  ways: 'way round',
  points: 'metal through',
  features: 'line',
  uses: 'furniture or route',
  rust: 'rust spot',
  holes: 'hole',
};
/** Of no help to who reads the place. */
const SILENT = new Set(['shell', 'zones', 'variants', 'design', 'ready', ...Object.keys(CALLED)]);
const WORDS: Record<string, string> = {
  depthMin: 'shallowest depth',
  depthMax: 'deepest depth',
  designNight: 'coldest night',
  headHeight: 'head height',
  buildUps: 'build-ups',
  sealQuality: 'seams closed',
  tapeError: 'error of one reading',
  cornerRadius: 'corner radius',
  depthRuns: 'how its depth runs',
  shallowAt: 'where it is shallowest',
  built: 'variant being built',
  name: 'name',
  note: 'note',
};

function placeWords(path: readonly string[], document: object): string {
  const words: string[] = path[0] === 'shell' && path.length === 2 ? ['load space'] : [];
  let node: unknown = document;
  path.forEach((step, i) => {
    const list = path[i - 1] ?? '';
    const member = Array.isArray(node) ? node.find(m => m.id === step) : undefined;
    node = member ?? (node as Record<string, unknown> | undefined)?.[step];
    const title = (member as { name?: unknown } | undefined)?.name;
    if (CALLED[list]) words.push(`${CALLED[list]} ${step}`);
    else if (list === 'variants') words.push(`variant ${title ?? step}`);
    else if (list === 'layers')
      words.push(`its ${(member as { role?: string } | undefined)?.role ?? 'layer'}`);
    else if (list === 'buildUps' || list === 'zones') words.push(String(title ?? step));
    else if (!SILENT.has(step)) words.push(WORDS[step] ?? plain(step));
  });
  return words.join(', ');
}

/** A member's name as words: `headHeight` as “head height”. */
const plain = (name: string): string => name.replace(/[A-Z]/g, c => ` ${c.toLowerCase()}`);

const LENGTHS = new Set([
  'thickness',
  'width',
  'spacing',
  'jointWidth',
  'panelWidth',
  'tapeError',
  'along',
  'up',
  'height',
]);
const SHARES = new Set(['coverage', 'sealQuality', 'pads']);

function valueWords(value: unknown, field: string, units: UnitSystem): string {
  if (value === undefined) return 'taken out';
  if (value === null) return 'none';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string') return value === '' ? 'empty' : `“${value}”`;
  if (typeof value === 'number') {
    if (LENGTHS.has(field)) return printLength(value, units);
    if (SHARES.has(field)) return `${printNumber(value * 100)} %`;
    if (field === 'designNight' || field === 'cabin') return printTemperature(value, units);
    if (field === 'budget') return printMoney(value);
    if (field === 'payload') return printMass(value, units);
    return printNumber(value, Number.isInteger(value) ? 0 : 2);
  }
  if (isMeasurement(value)) return `${printLength(value.value, units)}, ${value.basis}`;
  if (Array.isArray(value)) return value.length === 1 ? 'one entry' : `${value.length} entries`;
  return partWords(value as Record<string, unknown>, units);
}

/** A part with several members: its kind or name, and its sizes. */
function partWords(part: Record<string, unknown>, units: UnitSystem): string {
  const title = [part.name, part.kind, part.role, part.by].find(t => typeof t === 'string');
  const sizes = [part.width, part.height].filter(isMeasurement).map(m => printLength(m.value, units));
  return [title ?? 'changed', sizes.join(' × ')].filter(Boolean).join(', ');
}

const isMeasurement = (value: unknown): value is Measurement =>
  typeof value === 'object' && value !== null && 'basis' in value && 'value' in value;
