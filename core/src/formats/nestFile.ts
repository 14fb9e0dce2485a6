import {
  atOrigin,
  type Nest,
  type NestPiece,
  type NestProblem,
  type NestStock,
  shapeArea,
  turnPoints,
} from '../order/nesting/index.ts';

/** A problem read from a file, or the sentence that says what is wrong with it. */
export type NestRead = { ok: true; problem: NestProblem; read: NestFile } | { ok: false; message: string };

interface FilePiece {
  id: string;
  quantity: number;
  width?: number;
  height?: number;
  rotatable?: boolean;
  outline?: [number, number][];
  rotations?: number[];
}

interface NestFile {
  kerf: number;
  stock: { id: string; width: number; height: number; price: number; quantity: number | null }[];
  rolls: { id: string; width: number; length: number; pricePerM: number; quantity?: number | null }[];
  pieces: FilePiece[];
}

/** Most pieces a file may ask for. */
const MOST = 20_000;
const MM = 1000;

/**
 * Reads a nesting instance, sizes in mm: `kerf`, `stock` of sheets with price and quantity (null for any number),
 * `rolls` paid by the metre, and `pieces`, either boxes with `rotatable` or an `outline` with `rotations` in degrees.
 */
export function readNest(text: string): NestRead {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return refused(`This is no JSON: ${(error as Error).message}.`);
  }
  const wrong = mistake(value);
  if (wrong) return refused(wrong);
  const read = { rolls: [], stock: [], ...(value as object) } as unknown as NestFile;
  const pieces = read.pieces.flatMap(p => Array.from({ length: p.quantity }, (_, i) => pieceOf(p, i)));
  const stock: NestStock[] = [
    ...read.stock.map(s => ({
      id: s.id,
      width: s.width / MM,
      length: s.height / MM,
      price: s.price,
      perPack: 1,
      quantity: s.quantity ?? null,
      paid: 'pack' as const,
    })),
    ...read.rolls.map(r => ({
      id: r.id,
      width: r.width / MM,
      length: r.length / MM,
      price: r.pricePerM,
      perPack: 1,
      quantity: r.quantity ?? null,
      paid: 'length' as const,
    })),
  ];
  return { ok: true, problem: { pieces, stock, kerf: read.kerf / MM }, read };
}

const refused = (message: string): NestRead => ({ ok: false, message });

/** Several of one piece are told apart by a number after a character that no id holds. */
const SEVERAL = '\u0000';

const pieceOf = (p: FilePiece, i: number): NestPiece => ({
  id: `${p.id}${SEVERAL}${i}`,
  outline: p.outline
    ? anticlockwise(atOrigin(p.outline.map(([x, y]) => ({ x: x / MM, y: y / MM }))))
    : box(p.width! / MM, p.height! / MM),
  turns: p.rotations ?? (p.rotatable ? [0, 90] : [0]),
});

const box = (w: number, h: number) => [
  { x: 0, y: 0 },
  { x: w, y: 0 },
  { x: w, y: h },
  { x: 0, y: h },
];

function anticlockwise(points: { x: number; y: number }[]): { x: number; y: number }[] {
  return shapeArea(points) < 0 ? [...points].reverse() : points;
}

/** A layout in the form the instance asks for: boxes as placed, or turned outlines by their box's corner; mm. */
export function writeNest(nest: Nest, { problem, read }: Extract<NestRead, { ok: true }>): object[] {
  const pieces = new Map(problem.pieces.map(p => [p.id, p]));
  const outlined = new Set(read.pieces.flatMap(p => (p.outline ? [p.id] : [])));
  const mm = (m: number) => Math.round(m * 1e7) / 1e4;
  return nest.laid.map(l => {
    const piece = l.piece.slice(0, l.piece.indexOf(SEVERAL));
    const at = { piece, stock: l.stock, index: l.index, x: mm(l.x), y: mm(l.y) };
    if (outlined.has(piece)) return { ...at, rotation: l.turn };
    const turned = atOrigin(turnPoints(pieces.get(l.piece)!.outline, l.turn));
    return {
      ...at,
      width: mm(Math.max(...turned.map(p => p.x))),
      height: mm(Math.max(...turned.map(p => p.y))),
      rotated: l.turn % 180 !== 0,
    };
  });
}

/** The first thing wrong with a file, naming its place and what was expected. */
function mistake(value: unknown): string | null {
  if (!isObject(value)) return 'A nesting instance is an object with kerf, stock or rolls, and pieces.';
  const { kerf, stock = [], rolls = [], pieces } = value;
  if (!within(kerf, 0, 50)) return 'kerf: give what the tool takes away, 0 to 50 mm.';
  if (!Array.isArray(stock) || !Array.isArray(rolls) || stock.length + rolls.length === 0)
    return 'stock, rolls: give at least one sheet or roll.';
  if (!Array.isArray(pieces) || pieces.length === 0) return 'pieces: give at least one.';
  const ids = new Set<unknown>();
  const named = (at: string, it: Record<string, unknown>) => {
    if (typeof it.id !== 'string' || it.id === '') return `${at}.id: give it a name.`;
    if (ids.has(it.id)) return `${at}.id: “${it.id}” stands twice.`;
    ids.add(it.id);
    return null;
  };
  const length = (at: string, it: unknown, least = 1) =>
    within(it, least, 200_000) ? null : `${at}: give ${least} to 200000 mm.`;
  const count = (at: string, it: unknown) =>
    it === undefined || it === null || (Number.isInteger(it) && within(it, 1, 100_000))
      ? null
      : `${at}: give a whole number from 1, or null for any number.`;
  for (const [list, name, along, price] of [
    [stock, 'stock', 'height', 'price'],
    [rolls, 'rolls', 'length', 'pricePerM'],
  ] as const)
    for (const [i, s] of list.entries()) {
      const at = `${name}[${i}]`;
      if (!isObject(s)) return `${at}: give a sheet or roll.`;
      const wrong =
        named(at, s) ??
        length(`${at}.width`, s.width) ??
        length(`${at}.${along}`, s[along]) ??
        (within(s[price], 0, 1e6) ? null : `${at}.${price}: give a price of 0 or more.`) ??
        count(`${at}.quantity`, s.quantity);
      if (wrong) return wrong;
    }
  let all = 0;
  for (const [i, p] of pieces.entries()) {
    const at = `pieces[${i}]`;
    if (!isObject(p)) return `${at}: give a piece.`;
    const wrong = named(at, p) ?? pieceMistake(at, p, kerf as number);
    if (wrong) return wrong;
    all += p.quantity as number;
  }
  return all > MOST ? `pieces: ${all} in all; at most ${MOST} are laid at a time.` : null;
}

function pieceMistake(at: string, p: Record<string, unknown>, kerf: number): string | null {
  if (!Number.isInteger(p.quantity) || !within(p.quantity, 1, MOST))
    return `${at}.quantity: give a whole number from 1 to ${MOST}.`;
  const thin = (what: string) => `${at}: ${what} is thinner than the kerf of ${kerf} mm; no tool cuts that.`;
  if (p.outline === undefined) {
    for (const side of ['width', 'height'] as const)
      if (!within(p[side], 0.01, 200_000)) return `${at}.${side}: give 0.01 to 200000 mm.`;
    if (typeof p.rotatable !== 'boolean') return `${at}.rotatable: say true, or false for grain.`;
    const least = Math.min(p.width as number, p.height as number);
    return least < kerf ? thin(`${least} mm`) : null;
  }
  const { outline, rotations } = p;
  const corner = (c: unknown) =>
    Array.isArray(c) && c.length === 2 && c.every(v => within(v, -200_000, 200_000));
  if (!Array.isArray(outline) || outline.length < 3 || !outline.every(corner))
    return `${at}.outline: give at least three corners, [x, y] in mm.`;
  if (Math.abs(shapeArea(outline.map(([x, y]) => ({ x, y })))) < 1)
    return `${at}.outline: it encloses no area.`;
  if (!Array.isArray(rotations) || rotations.length === 0 || !rotations.every(r => within(r, -360, 360)))
    return `${at}.rotations: give the degrees it may be turned by, such as [0, 180].`;
  return null;
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const within = (value: unknown, min: number, max: number): boolean =>
  typeof value === 'number' && value >= min && value <= max;
