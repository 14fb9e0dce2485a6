import { ROUNDING, SAME_SIZE } from '../../tolerance/index.ts';
import type { Bed } from './bed.ts';
import type { ExactProblem } from './exactProblem.ts';
import type { Laid, Nest, UsedStock } from './problem.ts';
import { MICRO, shapeArea } from './shapes.ts';

/** Everything laid, and how good that is. */
export interface Whole {
  /** Those with pieces on them. */
  beds: Bed[];
  /** Of whole packs and metres. */
  cost: number;
  /** Of the rests, micrometres squared. */
  worth: number;
  /** Straight ones. */
  cuts: number;
}

/** Money first, then what is left, then the saw. */
export function isBetterLayout(a: Whole, b: Whole): boolean {
  if (Math.abs(a.cost - b.cost) > ROUNDING) return a.cost < b.cost;
  // Rests are told apart by a billionth: they are squares of micrometres.
  if (Math.abs(a.worth - b.worth) > 1 + b.worth * ROUNDING) return a.worth > b.worth;
  return a.cuts < b.cuts;
}

/** Share of a bed under pieces. */
export const covered = (bed: Bed, { shapes }: ExactProblem): number =>
  bed.placed.reduce((sum, p) => sum + shapes[p.piece]!.area, 0) / (bed.width * bed.length);

/** Beds with pieces where they are said to lie. Throws RangeError for a piece, stock or turn that is not there. */
export function bedsOf(exact: ExactProblem, laid: readonly Laid[]): Bed[] {
  const { problem, shapes } = exact;
  const beds = new Map<string, Bed>();
  for (const { piece, stock, index, x, y, turn } of laid) {
    const at = problem.pieces.findIndex(p => p.id === piece);
    const of = problem.stock.findIndex(s => s.id === stock);
    const way = at < 0 ? undefined : shapes[at]!.ways.get(turn);
    if (at < 0 || of < 0 || way === undefined) throw new RangeError(`Piece ${piece} cannot lie there`);
    const key = `${stock}/${index}`;
    const bed = beds.get(key) ?? exact.bed(of);
    beds.set(key, bed);
    bed.put(at, shapes[at]!, { way, x: Math.round(x * MICRO), y: Math.round(y * MICRO), score: 0 });
  }
  return [...beds.values()];
}

/** The layout to go on from, if it holds every piece, each pinned one at its pin, and none on another or over an edge. */
export function bedsBefore(exact: ExactProblem): Bed[] | null {
  const { from, pinned = [], pieces } = exact.problem;
  const pins = new Map(pinned.map(p => [p.piece, p]));
  const ids = new Set(pieces.map(p => p.id));
  const whole = from?.length === ids.size && new Set(from.map(l => l.piece)).size === ids.size;
  if (!from || !whole || from.some(l => !ids.has(l.piece))) return null;
  const shapeOfPiece = new Map(pieces.map((p, i) => [p.id, exact.shapes[i]!]));
  const moved = from.some(l => {
    const pin = pins.get(l.piece);
    const ways = shapeOfPiece.get(l.piece)?.ways;
    return (
      pin &&
      (pin.stock !== l.stock ||
        Math.hypot(pin.x - l.x, pin.y - l.y) > SAME_SIZE ||
        ways?.get(pin.turn) !== ways?.get(l.turn))
    );
  });
  if (moved) return null;
  try {
    const beds = bedsOf(exact, from);
    return beds.every(b => exact.isSound(b)) ? beds : null;
  } catch {
    // A piece, a size or a way to turn it is no more.
    return null;
  }
}

/** Which one of its stock each bed is: one with pinned pieces the one they were pinned on, as far as there are so many. */
function indexesOf({ problem }: ExactProblem, beds: readonly Bed[]): Map<Bed, number> {
  const pinnedOn = new Map((problem.pinned ?? []).map(l => [l.piece, l.index]));
  const wanted = (bed: Bed) =>
    bed.placed.flatMap(p => pinnedOn.get(problem.pieces[p.piece]!.id) ?? [])[0] ?? null;
  const given = new Map<Bed, number>();
  for (const stock of new Set(beds.map(b => b.stock))) {
    const own = beds.filter(b => b.stock === stock);
    const free = new Set(own.keys());
    for (const bed of own) {
      const index = wanted(bed);
      if (index !== null && free.delete(index)) given.set(bed, index);
    }
    const left = [...free];
    for (const bed of own) if (!given.has(bed)) given.set(bed, left.shift()!);
  }
  return given;
}

/** A layout as it is told: metres, ids, sheets in the order of their stock. */
export function nestOf(exact: ExactProblem, whole: Whole): Nest {
  const { problem, shapes } = exact;
  const laid: Laid[] = [];
  const used: UsedStock[] = [];
  const order = [...whole.beds].sort((a, b) => a.stock - b.stock || covered(b, exact) - covered(a, exact));
  const indexes = indexesOf(exact, order);
  for (const bed of order) {
    const index = indexes.get(bed)!;
    const stock = problem.stock[bed.stock]!;
    for (const p of bed.placed)
      laid.push({
        piece: problem.pieces[p.piece]!.id,
        stock: stock.id,
        index,
        x: p.x / MICRO,
        y: p.y / MICRO,
        turn: shapes[p.piece]!.turned[p.way]!.turn,
      });
    const reach = exact.reach(bed);
    const rest = exact.rest(bed);
    const area = stock.width * (stock.paid === 'length' ? reach / MICRO : stock.length);
    used.push({
      stock: stock.id,
      index,
      reach: reach / MICRO,
      rest: {
        x: rest.x / MICRO,
        y: rest.y / MICRO,
        width: rest.width / MICRO,
        length: rest.length / MICRO,
      },
      filled: bed.placed.reduce((sum, p) => sum + shapeArea(problem.pieces[p.piece]!.outline), 0) / area,
    });
  }
  used.sort(
    (a, b) =>
      problem.stock.findIndex(s => s.id === a.stock) - problem.stock.findIndex(s => s.id === b.stock) ||
      a.index - b.index,
  );
  return { laid, used, cost: whole.cost, worth: whole.worth / MICRO ** 2, cuts: whole.cuts };
}
