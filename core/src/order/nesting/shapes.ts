import { EndType, inflatePaths, JoinType } from 'clipper2-ts';
import type { NestPiece, Point } from './problem.ts';

/** Whole micrometres: the search compares them without tolerance. */
export const MICRO = 1e6;

/** A shape that may be laid: its piece turned one way, in micrometres, its box's corner at 0, 0. */
export interface Turned {
  /** Degrees counter-clockwise. */
  turn: number;
  /** Of the box, with the kerf that follows it, micrometres. */
  width: number;
  /** Of the box, with the kerf that follows it, micrometres. */
  length: number;
  /** Corners grown by half the kerf and shifted by as much, counter-clockwise; null for a rectangle, which is its box. */
  outline: Float64Array | null;
}

/** A piece as the search handles it. */
export interface Shape {
  /** Ways it may lie, no two alike. */
  turned: readonly Turned[];
  /** Which of them each turn of the piece comes to, degrees: half a turn of a rectangle is the same as none. */
  ways: ReadonlyMap<number, number>;
  /** Of the box for a rectangle, of the outline otherwise, with its kerf, micrometres squared. */
  area: number;
  /** Whether it fills its box. */
  isBox: boolean;
}

// Sizes are rounded up so that nothing is laid closer than it is; a nanometre less counts as exact.
const up = (m: number): number => Math.ceil(m * MICRO - 1e-3);

/** The turns of a piece that differ, degrees: the first of those that come to the same. */
export function distinctTurns(piece: Pick<NestPiece, 'outline' | 'turns'>): number[] {
  const { turned } = shapeOf({ id: '', ...piece }, 0);
  return turned.map(t => t.turn);
}

/** Turns a piece every way it may lie. */
export function shapeOf(piece: NestPiece, kerf: number): Shape {
  const isBox = isRectangle(piece.outline);
  const turned: Turned[] = [];
  const ways = new Map<number, number>();
  for (const turn of piece.turns) {
    const made = turnedBy(piece.outline, turn, kerf, isBox);
    const known = turned.findIndex(t => alike(t, made));
    ways.set(turn, known < 0 ? turned.length : known);
    if (known < 0) turned.push(made);
  }
  const first = turned[0]!;
  return {
    turned,
    ways,
    isBox,
    area: first.outline ? polygonArea(first.outline) : first.width * first.length,
  };
}

function turnedBy(outline: readonly Point[], turn: number, kerf: number, isBox: boolean): Turned {
  const points = atOrigin(turnPoints(outline, turn));
  const gap = up(kerf);
  const width = up(Math.max(...points.map(p => p.x))) + gap;
  const length = up(Math.max(...points.map(p => p.y))) + gap;
  if (isBox && turn % 90 === 0) return { turn, width, length, outline: null };
  const micro = points.map(p => ({ x: Math.round(p.x * MICRO), y: Math.round(p.y * MICRO) }));
  const grown = gap > 0 ? inflatePaths([micro], gap / 2, JoinType.Miter, EndType.Polygon, 2).flat() : micro;
  return {
    turn,
    width,
    length,
    outline: Float64Array.from(grown.flatMap(p => [p.x + gap / 2, p.y + gap / 2])),
  };
}

/** Points turned about the origin by so many degrees counter-clockwise; quarter turns are exact. */
export function turnPoints(points: readonly Point[], turn: number): Point[] {
  const quarter = (((turn / 90) % 4) + 4) % 4;
  const [c, s] = Number.isInteger(quarter)
    ? [[1, 0, -1, 0][quarter]!, [0, 1, 0, -1][quarter]!]
    : [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  return points.map(({ x, y }) => ({ x: x * c - y * s, y: x * s + y * c }));
}

/** The same points with their box's corner at 0, 0. */
export function atOrigin(points: readonly Point[]): Point[] {
  const x0 = Math.min(...points.map(p => p.x));
  const y0 = Math.min(...points.map(p => p.y));
  return points.map(p => ({ x: p.x - x0, y: p.y - y0 }));
}

/** Whether four corners, in order, make a box. */
function isRectangle(outline: readonly Point[]): boolean {
  if (outline.length !== 4) return false;
  const [w, l] = [Math.max(...outline.map(p => p.x)), Math.max(...outline.map(p => p.y))];
  return outline.every((p, i) => {
    const q = outline[(i + 1) % 4]!;
    return (p.x === 0 || p.x === w) && (p.y === 0 || p.y === l) && (p.x === q.x) !== (p.y === q.y);
  });
}

/** Area inside corners, counter-clockwise positive, in the square of their unit. */
export const shapeArea = (points: readonly Point[]): number =>
  points.reduce((sum, p, i) => {
    const q = points[(i + 1) % points.length]!;
    return sum + (p.x * q.y - q.x * p.y) / 2;
  }, 0);

/** Area of x, y pairs in a row, counter-clockwise positive. */
export function polygonArea(points: ArrayLike<number>): number {
  let twice = 0;
  for (let i = 0, j = points.length - 2; i < points.length; j = i, i += 2)
    twice += points[j]! * points[i + 1]! - points[i]! * points[j + 1]!;
  return twice / 2;
}

function alike(a: Turned, b: Turned): boolean {
  if (a.width !== b.width || a.length !== b.length) return false;
  if (!a.outline || !b.outline) return a.outline === b.outline;
  if (a.outline.length !== b.outline.length) return false;
  const [p, q, n] = [a.outline, b.outline, a.outline.length];
  for (let shift = 0; shift < n; shift += 2) {
    let same = true;
    for (let i = 0; same && i < n; i++) same = Math.abs(p[i]! - q[(i + shift) % n]!) < 1;
    if (same) return true;
  }
  return false;
}
