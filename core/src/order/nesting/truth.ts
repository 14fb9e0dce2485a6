import polygonClipping from 'polygon-clipping';
import type { Laid, NestProblem, Point } from './problem.ts';

/** Everything wrong with a layout, found by another polygon library than the search uses; for tests. */
export function mistakesOf(laid: readonly Laid[], problem: NestProblem): string[] {
  const wrong: string[] = [];
  const pieces = new Map(problem.pieces.map(p => [p.id, p]));
  const stock = new Map(problem.stock.map(s => [s.id, s]));
  const times = new Map<string, number>();
  const onSheet = new Map<string, { id: string; corners: Point[] }[]>();
  const most = new Map<string, number>();
  for (const l of laid) {
    times.set(l.piece, (times.get(l.piece) ?? 0) + 1);
    const { outline, turns } = pieces.get(l.piece)!;
    if (!turns.includes(l.turn)) wrong.push(`${l.piece} turned by ${l.turn}`);
    const a = (l.turn * Math.PI) / 180;
    const turned = outline.map(p => ({
      x: p.x * Math.cos(a) - p.y * Math.sin(a),
      y: p.x * Math.sin(a) + p.y * Math.cos(a),
    }));
    const [x0, y0] = [Math.min(...turned.map(p => p.x)), Math.min(...turned.map(p => p.y))];
    const corners = turned.map(p => ({ x: p.x - x0 + l.x, y: p.y - y0 + l.y }));
    const { width, length } = stock.get(l.stock)!;
    if (corners.some(p => Math.min(p.x, p.y, width - p.x, length - p.y) < -NEAR))
      wrong.push(`${l.piece} outside`);
    const key = `${l.stock}/${l.index}`;
    onSheet.set(key, [...(onSheet.get(key) ?? []), { id: l.piece, corners }]);
    most.set(l.stock, Math.max(most.get(l.stock) ?? 0, l.index + 1));
  }
  for (const p of problem.pieces)
    if (times.get(p.id) !== 1) wrong.push(`${p.id} ${times.get(p.id) ?? 0} times`);
  for (const [id, n] of most) if (n > (stock.get(id)!.quantity ?? n)) wrong.push(`${n} of ${id}`);
  for (const list of onSheet.values())
    for (const [i, a] of list.entries())
      for (const b of list.slice(i + 1)) {
        // As deep as rounding may lay one over the other, along all they could share.
        if (overlap(a.corners, b.corners) > NEAR * Math.min(longest(a.corners), longest(b.corners)))
          wrong.push(`${a.id} and ${b.id} overlap`);
        else if (distance(a.corners, b.corners) < problem.kerf - 2 * NEAR)
          wrong.push(`${a.id} and ${b.id} nearer than the kerf`);
      }
  return wrong;
}

const longest = (points: readonly Point[]): number =>
  Math.max(...points.flatMap(p => points.map(q => Math.hypot(p.x - q.x, p.y - q.y))));

/** Five micrometres. */
const NEAR = 5e-6;

// Whole micrometres: the library loses its way among sides that almost lie on one another.
const ring = (points: readonly Point[]): [number, number][] =>
  points.map(p => [Math.round(p.x * 1e6), Math.round(p.y * 1e6)]);

/** m². */
function overlap(a: readonly Point[], b: readonly Point[]): number {
  return polygonClipping
    .intersection([ring(a)], [ring(b)])
    .flat()
    .reduce((sum, r) => sum + Math.abs(areaOf(r)) / 1e12, 0);
}

const areaOf = (r: [number, number][]): number =>
  r.reduce((sum, [x, y], i) => {
    const [u, v] = r[(i + 1) % r.length]!;
    return sum + (x * v - u * y) / 2;
  }, 0);

/** Least distance between two outlines that do not overlap, m. */
function distance(a: readonly Point[], b: readonly Point[]): number {
  let least = Number.POSITIVE_INFINITY;
  for (const [p, q] of [
    [a, b],
    [b, a],
  ] as const)
    for (const c of p)
      for (const [i, e] of q.entries()) least = Math.min(least, toSide(c, e, q[(i + 1) % q.length]!));
  return least;
}

function toSide(c: Point, a: Point, b: Point): number {
  const [ex, ey] = [b.x - a.x, b.y - a.y];
  const t = Math.max(0, Math.min(1, ((c.x - a.x) * ex + (c.y - a.y) * ey) / (ex * ex + ey * ey)));
  return Math.hypot(c.x - a.x - t * ex, c.y - a.y - t * ey);
}
