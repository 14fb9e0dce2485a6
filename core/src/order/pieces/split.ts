import { ROUNDING } from '../../tolerance/index.ts';
/** Where a piece may be parted along one of its directions, m from its start. */
export interface PieceJoints {
  /** Lines something bears a joint on: ribs, rails, battens. */
  borne: readonly number[];
  /** Edges of openings: a joint that runs into their corner tears there. */
  corners: readonly number[];
  /** Joints of the layer beneath: those of one over the other leak and lift together. */
  beneath: readonly number[];
}

/** A joint stays so far from the edge of an opening (on the rib beside it, it may lie), and from one beneath it, m. */
const CLEAR = 0.025;
const STAGGER = 0.15;

/**
 * Lines that part a length into pieces of at most `limit`, as few as can be: on what bears a joint where there is such,
 * never at an opening's corner, and away from joints beneath. Where nothing bears one they are evenly spread.
 */
export function jointsAt(length: number, limit: number, { borne, corners, beneath }: PieceJoints): number[] {
  const count = Math.ceil(length / limit - ROUNDING);
  if (count <= 1) return [];
  const clear = (at: number) =>
    corners.every(c => Math.abs(c - at) >= CLEAR) && beneath.every(b => Math.abs(b - at) >= STAGGER);
  const good = borne.filter(at => clear(at) && at > CLEAR && at < length - CLEAR).sort((a, b) => a - b);
  const onBorne = walk(length, limit, good);
  // One piece more is worth a joint that is borne, two are not.
  if (onBorne && onBorne.length <= count) return onBorne;
  const even = Array.from({ length: count - 1 }, (_, i) => ((i + 1) * length) / count);
  // One joint may use all the room its two parts have; of several, neighbours share it.
  const room = (limit - length / count) / (count > 2 ? 2 : 1);
  const shared = even.map(at => moved(at, room, clear));
  if (shared.every(clear)) return shared;
  // Whole boards as far as their joints may lie, and what is left at the end.
  const whole = furthest(length, limit, clear);
  return whole && whole.length <= count ? whole : shared;
}

/** The furthest place each time that keeps clear; null where there is none for a whole piece. */
function furthest(length: number, limit: number, clear: (at: number) => boolean): number[] | null {
  const at: number[] = [];
  let from = 0;
  while (length - from > limit + ROUNDING) {
    let next = from + limit;
    while (next > from + CLEAR && !clear(next)) next -= 0.005;
    if (next <= from + CLEAR) return null;
    at.push(next);
    from = next;
  }
  return at;
}

/** The furthest line each time; null where two lie too far apart. */
function walk(length: number, limit: number, lines: readonly number[]): number[] | null {
  const at: number[] = [];
  let from = 0;
  while (length - from > limit + ROUNDING) {
    const next = lines.filter(l => l > from + ROUNDING && l <= from + limit + ROUNDING).at(-1);
    if (next === undefined) return null;
    at.push(next);
    from = next;
  }
  return at;
}

/** The nearest line to one that keeps clear, as far as the room left in its neighbours allows. */
function moved(at: number, room: number, clear: (at: number) => boolean): number {
  for (let step = 0; step <= room + ROUNDING; step += 0.005)
    for (const side of [at - step, at + step]) if (clear(side)) return side;
  return at;
}
