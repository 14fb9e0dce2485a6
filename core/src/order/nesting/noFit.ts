import { FillRule, minkowskiDiff, union } from 'clipper2-ts';
import { convexParts } from './convexParts.ts';
import { isConvex } from './isConvex.ts';
import { polygonArea, type Turned } from './shapes.ts';

/** Where one shape's corner may not be put beside another that lies at 0, 0: inside it they overlap, on its edge they touch. */
export interface NoFit {
  /** x, y of each corner in a row, counter-clockwise, micrometres. */
  points: Float64Array;
  /** Whether no corner turns inwards. */
  convex: boolean;
  /** Of its box, micrometres. */
  left: number;
  /** micrometres. */
  low: number;
  /** micrometres. */
  right: number;
  /** micrometres. */
  high: number;
}

/** Corners of a turned shape, of a box too. */
export const cornersOf = (t: Turned): Float64Array =>
  t.outline ?? Float64Array.of(0, 0, t.width, 0, t.width, t.length, 0, t.length);

/** No-fit polygons, each computed once: of two convex shapes by merging their sides, of others by clipping. */
export class NoFits {
  private readonly known = new Map<Turned, Map<Turned, NoFit>>();

  /** Where `moving` may not go beside `lying`. A hollow that `moving` could only reach by lifting counts as taken. */
  of(lying: Turned, moving: Turned): NoFit {
    const row = this.known.get(lying) ?? new Map<Turned, NoFit>();
    this.known.set(lying, row);
    const made = row.get(moving) ?? noFit(cornersOf(lying), cornersOf(moving));
    row.set(moving, made);
    return made;
  }
}

function noFit(a: Float64Array, b: Float64Array): NoFit {
  const convex = isConvex(a) && isConvex(b);
  const points = convex ? convexSum(a, b) : clipped(a, b);
  let [left, low, right, high] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < points.length; i += 2) {
    left = Math.min(left, points[i]!);
    right = Math.max(right, points[i]!);
    low = Math.min(low, points[i + 1]!);
    high = Math.max(high, points[i + 1]!);
  }
  return { points, convex, left, low, right, high };
}

/** Sum of a and the negative of b: their sides in order of direction. */
function convexSum(a: Float64Array, b: Float64Array): Float64Array {
  const sides: { x: number; y: number; angle: number }[] = [];
  for (const [p, sign] of [
    [a, 1],
    [b, -1],
  ] as const)
    for (let i = 0; i < p.length; i += 2) {
      const j = (i + 2) % p.length;
      // Adding 0 makes -0 plain: a side to the left has the direction pi, never -pi.
      const [x, y] = [sign * (p[j]! - p[i]!) + 0, sign * (p[j + 1]! - p[i + 1]!) + 0];
      if (x !== 0 || y !== 0) sides.push({ x, y, angle: Math.atan2(y, x) });
    }
  sides.sort((p, q) => p.angle - q.angle);
  // The sides begin just after -pi, at the highest corner (of those, the left one), which takes the lowest of b.
  const [ax, ay] = highest(a, 1);
  const [bx, by] = highest(b, -1);
  let [x, y] = [ax - bx, ay - by];
  const points = new Float64Array(sides.length * 2);
  sides.forEach((s, i) => {
    points[2 * i] = x;
    points[2 * i + 1] = y;
    x += s.x;
    y += s.y;
  });
  return points;
}

/** The corner furthest up (or down), of those the one furthest left (or right). */
function highest(p: Float64Array, sign: 1 | -1): [number, number] {
  let at = 0;
  for (let i = 2; i < p.length; i += 2)
    if (sign * (p[i + 1]! - p[at + 1]!) > 0 || (p[i + 1] === p[at + 1] && sign * (p[i]! - p[at]!) < 0))
      at = i;
  return [p[at]!, p[at + 1]!];
}

function clipped(a: Float64Array, b: Float64Array): Float64Array {
  const [as, bs] = [convexParts(a), convexParts(b)];
  const sums = as.flatMap(p => bs.map(q => toPath(convexSum(p, q))));
  const rings =
    sums.length > 0 ? union(sums, [], FillRule.NonZero) : minkowskiDiff(toPath(b), toPath(a), true);
  // The outer ring holds all others, which are hollows.
  const outer = rings
    .map(r => Float64Array.from(r.flatMap(q => [q.x, q.y])))
    .reduce((m, r) => (Math.abs(polygonArea(r)) > Math.abs(polygonArea(m)) ? r : m));
  return polygonArea(outer) > 0 ? outer : backwards(outer);
}

const toPath = (p: Float64Array) =>
  Array.from({ length: p.length / 2 }, (_, i) => ({
    x: Math.round(p[2 * i]!),
    y: Math.round(p[2 * i + 1]!),
  }));

function backwards(p: Float64Array): Float64Array {
  const out = new Float64Array(p.length);
  for (let i = 0; i < p.length; i += 2) {
    out[p.length - 2 - i] = p[i]!;
    out[p.length - 1 - i] = p[i + 1]!;
  }
  return out;
}

/** Micrometres that count as touching. */
const TOUCH = 2;

/** Whether a point lies inside by more than a touch. */
export function isInside(
  { points: p, convex, left, low, right, high }: NoFit,
  x: number,
  y: number,
): boolean {
  if (x <= left + TOUCH || x >= right - TOUCH || y <= low + TOUCH || y >= high - TOUCH) return false;
  const n = p.length;
  if (convex) {
    for (let i = 0; i < n; i += 2) {
      const j = i + 2 === n ? 0 : i + 2;
      const [ex, ey] = [p[j]! - p[i]!, p[j + 1]! - p[i + 1]!];
      const cross = ex * (y - p[i + 1]!) - ey * (x - p[i]!);
      if (cross <= 0 || cross * cross <= TOUCH * TOUCH * (ex * ex + ey * ey)) return false;
    }
    return true;
  }
  let within = false;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
    const [ax, ay, bx, by] = [p[j]!, p[j + 1]!, p[i]!, p[i + 1]!];
    const [ex, ey] = [bx - ax, by - ay];
    const along = Math.max(0, Math.min(1, ((x - ax) * ex + (y - ay) * ey) / (ex * ex + ey * ey || 1)));
    const [dx, dy] = [x - ax - along * ex, y - ay - along * ey];
    if (dx * dx + dy * dy <= TOUCH * TOUCH) return false;
    if (ay > y !== by > y && x < ax + ((y - ay) / ey) * ex) within = !within;
  }
  return within;
}
