import type { Bed, Placed, Rule, Spot } from './bed.ts';
import { cornersOf, isInside, type NoFit, type NoFits } from './noFit.ts';
import type { Shape, Turned } from './shapes.ts';

/** Micrometres within which sides lie against each other. */
const NEAR = 200;

/** A no-fit polygon where its lying piece lies. */
interface Beside {
  fit: NoFit;
  x: number;
  y: number;
}

/** A bed of any outlines: a piece goes where its no-fit polygons with those that lie there meet each other or the edge. */
export class PolygonBed implements Bed {
  readonly placed: Placed[] = [];
  private known: Float64Array | null = null;

  constructor(
    readonly stock: number,
    readonly width: number,
    readonly length: number,
    private readonly shapes: readonly Shape[],
    private readonly noFits: NoFits,
  ) {}

  readonly room = 0;
  readonly frees: readonly number[] = [];

  without(gone: ReadonlySet<number>): PolygonBed {
    const bed = new PolygonBed(this.stock, this.width, this.length, this.shapes, this.noFits);
    for (const p of this.placed) if (!gone.has(p.piece)) bed.placed.push(p);
    return bed;
  }

  spot(shape: Shape, rule: Rule): Spot | null {
    let best: Spot | null = null;
    for (let way = 0; way < shape.turned.length; way++) {
      const found = this.spotOf(shape.turned[way]!, rule, best?.score ?? Number.POSITIVE_INFINITY);
      if (found) best = { way, ...found };
    }
    return best;
  }

  /** x1, y1, x2, y2 of every side that lies here, the bed's own among them as seen from within. */
  private sides(): Float64Array {
    if (this.known) return this.known;
    const { width: w, length: l } = this;
    const all = [0, 0, 0, l, 0, l, w, l, w, l, w, 0, w, 0, 0, 0];
    for (const p of this.placed) {
      const c = cornersOf(this.shapes[p.piece]!.turned[p.way]!);
      for (let i = 0, j = c.length - 2; i < c.length; j = i, i += 2)
        all.push(c[j]! + p.x, c[j + 1]! + p.y, c[i]! + p.x, c[i + 1]! + p.y);
    }
    this.known = Float64Array.from(all);
    return this.known;
  }

  /** How much of a shape's outline lies against other sides, as a share of its box's. */
  private contact(turned: Turned, x: number, y: number, sides: Float64Array): number {
    const c = cornersOf(turned);
    let touch = 0;
    for (let i = 0, j = c.length - 2; i < c.length; j = i, i += 2) {
      const [ax, ay, bx, by] = [c[j]! + x, c[j + 1]! + y, c[i]! + x, c[i + 1]! + y];
      const len = Math.hypot(bx - ax, by - ay);
      const [ux, uy] = [(bx - ax) / len, (by - ay) / len];
      for (let s = 0; s < sides.length; s += 4) {
        const far = (sides[s]! - ax) * uy - (sides[s + 1]! - ay) * ux;
        if (far > NEAR || far < -NEAR) continue;
        const other = (sides[s + 2]! - ax) * uy - (sides[s + 3]! - ay) * ux;
        if (other > NEAR || other < -NEAR) continue;
        const from = (sides[s]! - ax) * ux + (sides[s + 1]! - ay) * uy;
        const to = (sides[s + 2]! - ax) * ux + (sides[s + 3]! - ay) * uy;
        // Faces that meet run against each other.
        if (to < from) touch += Math.max(0, Math.min(len, from) - Math.max(0, to));
      }
    }
    return touch / (turned.width + turned.length);
  }

  put(piece: number, shape: Shape, { way, x, y }: Spot): void {
    const { width, length } = shape.turned[way]!;
    this.placed.push({ piece, way, x, y, width, length });
    this.known = null;
  }

  /** The best corner of what is free for one way to lie, if it beats a score. */
  private spotOf(turned: Turned, rule: Rule, beat: number): { x: number; y: number; score: number } | null {
    const [right, high] = [this.width - turned.width, this.length - turned.length];
    if (right < 0 || high < 0) return null;
    const beside: Beside[] = [];
    for (const p of this.placed) {
      const fit = this.noFits.of(this.shapes[p.piece]!.turned[p.way]!, turned);
      if (p.x + fit.right > 0 && p.x + fit.left < right && p.y + fit.high > 0 && p.y + fit.low < high)
        beside.push({ fit, x: p.x, y: p.y });
      // Of what fills the whole width too: with no room to move it decides alone.
      else if (right === 0 || high === 0) beside.push({ fit, x: p.x, y: p.y });
    }
    let best: { x: number; y: number; score: number } | null = null;
    let least = beat;
    const near = rule === 'contact' ? this.sides() : NO_SIDES;
    const [midX, midY] = [turned.width / 2, turned.length / 2];
    const tryAt = (x: number, y: number) => {
      if (x < -0.5 || y < -0.5 || x > right + 0.5 || y > high + 0.5) return;
      const [cx, cy] = [x + midX, y + midY];
      let score: number;
      if (rule === 'low') score = (y + turned.length) * 1e3 + cx;
      else if (rule === 'left') score = (x + turned.width) * 1e3 + cy;
      else if (rule === 'short side') score = (this.length - y) * 1e3 + cx;
      else if (rule === 'area') score = (this.width - x) * 1e3 + cy;
      else score = Number.NEGATIVE_INFINITY;
      if (score >= least) return;
      for (const b of beside) if (isInside(b.fit, x - b.x, y - b.y)) return;
      if (rule === 'contact') {
        score = -this.contact(turned, x, y, near);
        if (score >= least) return;
      }
      least = score;
      best = { x: Math.max(0, Math.min(right, x)), y: Math.max(0, Math.min(high, y)), score };
    };
    for (const x of [0, right]) for (const y of [0, high]) tryAt(x, y);
    for (const { fit, x, y } of beside) {
      const p = fit.points;
      for (let i = 0, j = p.length - 2; i < p.length; j = i, i += 2) {
        const [ax, ay, bx, by] = [p[j]! + x, p[j + 1]! + y, p[i]! + x, p[i + 1]! + y];
        tryAt(bx, by);
        for (const edge of right > 0 ? [0, right] : [0])
          if (ax > edge !== bx > edge) tryAt(edge, ay + ((edge - ax) / (bx - ax)) * (by - ay));
        for (const edge of high > 0 ? [0, high] : [0])
          if (ay > edge !== by > edge) tryAt(ax + ((edge - ay) / (by - ay)) * (bx - ax), edge);
      }
    }
    for (let i = 0; i < beside.length; i++)
      for (let j = i + 1; j < beside.length; j++) crossings(beside[i]!, beside[j]!, tryAt);
    return best;
  }
}

const NO_SIDES = new Float64Array(0);

/** Calls back with every point where the sides of two polygons cross. */
function crossings(a: Beside, b: Beside, found: (x: number, y: number) => void): void {
  if (
    a.x + a.fit.right < b.x + b.fit.left ||
    b.x + b.fit.right < a.x + a.fit.left ||
    a.y + a.fit.high < b.y + b.fit.low ||
    b.y + b.fit.high < a.y + a.fit.low
  )
    return;
  const [p, q] = [a.fit.points, b.fit.points];
  for (let i = 0, h = p.length - 2; i < p.length; h = i, i += 2) {
    const [ax, ay, bx, by] = [p[h]! + a.x, p[h + 1]! + a.y, p[i]! + a.x, p[i + 1]! + a.y];
    const [left, right] = ax < bx ? [ax, bx] : [bx, ax];
    const [low, high] = ay < by ? [ay, by] : [by, ay];
    if (
      right < b.x + b.fit.left ||
      left > b.x + b.fit.right ||
      high < b.y + b.fit.low ||
      low > b.y + b.fit.high
    )
      continue;
    const [ex, ey] = [bx - ax, by - ay];
    for (let k = 0, l = q.length - 2; k < q.length; l = k, k += 2) {
      const [cx, cy, dx, dy] = [q[l]! + b.x, q[l + 1]! + b.y, q[k]! + b.x, q[k + 1]! + b.y];
      const sc = ex * (cy - ay) - ey * (cx - ax);
      const sd = ex * (dy - ay) - ey * (dx - ax);
      if (sc > 0 === sd > 0) continue;
      const [fx, fy] = [dx - cx, dy - cy];
      const across = ex * fy - ey * fx;
      const t = ((cx - ax) * fy - (cy - ay) * fx) / across;
      if (t >= 0 && t <= 1) found(ax + t * ex, ay + t * ey);
    }
  }
}
