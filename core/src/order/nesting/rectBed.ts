import type { Bed, Placed, Rule, Spot } from './bed.ts';
import type { Shape } from './shapes.ts';

/**
 * A bed of rectangles that keeps every maximal free rectangle: a piece goes into the lower left corner of one of them,
 * which reaches every layout that cannot be pushed further down and left.
 */
export class RectBed implements Bed {
  readonly placed: Placed[] = [];
  /** x, y, width, length of each free rectangle, micrometres. */
  private free: number[];

  constructor(
    readonly stock: number,
    readonly width: number,
    readonly length: number,
  ) {
    this.free = [0, 0, width, length];
  }

  without(gone: ReadonlySet<number>): RectBed {
    const bed = new RectBed(this.stock, this.width, this.length);
    if (gone.size === 0) {
      bed.placed.push(...this.placed);
      bed.free = this.free;
    } else for (const p of this.placed) if (!gone.has(p.piece)) bed.lay(p);
    return bed;
  }

  spot(shape: Shape, rule: Rule): Spot | null {
    const { free } = this;
    let best: Spot | null = null;
    for (let way = 0; way < shape.turned.length; way++) {
      const { width, length } = shape.turned[way]!;
      for (let i = 0; i < free.length; i += 4) {
        const [w, l] = [free[i + 2]! - width, free[i + 3]! - length];
        if (w < 0 || l < 0) continue;
        const score = this.score(rule, free[i]!, free[i + 1]!, width, length, w, l);
        if (!best || score < best.score) best = { way, x: free[i]!, y: free[i + 1]!, score };
      }
    }
    return best;
  }

  private score(
    rule: Rule,
    x: number,
    y: number,
    width: number,
    length: number,
    overWidth: number,
    overLength: number,
  ): number {
    switch (rule) {
      case 'short side':
        return Math.min(overWidth, overLength) + Math.max(overWidth, overLength) * 1e-6;
      case 'area':
        return (width + overWidth) * (length + overLength) - width * length + Math.min(overWidth, overLength);
      case 'low':
        return (y + length) * 1e3 + x * 1e-3;
      case 'left':
        return (x + width) * 1e3 + y * 1e-3;
      case 'contact':
        return -this.contact(x, y, width, length);
    }
  }

  /** How much of a box's edge touches pieces or the bed's edge. */
  private contact(x: number, y: number, width: number, length: number): number {
    const [right, top] = [x + width, y + length];
    let touch = 0;
    if (x === 0) touch += length;
    if (right === this.width) touch += length;
    if (y === 0) touch += width;
    if (top === this.length) touch += width;
    for (const p of this.placed) {
      if (p.x === right || p.x + p.width === x)
        touch += Math.max(0, Math.min(p.y + p.length, top) - Math.max(p.y, y));
      if (p.y === top || p.y + p.length === y)
        touch += Math.max(0, Math.min(p.x + p.width, right) - Math.max(p.x, x));
    }
    return touch / (width + length);
  }

  get frees(): readonly number[] {
    return this.free;
  }

  get room(): number {
    const { width, length } = this.rest;
    return width * length;
  }

  /** Largest rectangle left free, micrometres; empty where there is none. */
  get rest(): { x: number; y: number; width: number; length: number } {
    const { free } = this;
    let at = -1;
    let most = 0;
    for (let i = 0; i < free.length; i += 4) {
      const area = free[i + 2]! * free[i + 3]!;
      if (area > most) [most, at] = [area, i];
    }
    return at < 0
      ? { x: 0, y: 0, width: 0, length: 0 }
      : { x: free[at]!, y: free[at + 1]!, width: free[at + 2]!, length: free[at + 3]! };
  }

  put(piece: number, shape: Shape, { way, x, y }: Spot): void {
    const { width, length } = shape.turned[way]!;
    this.lay({ piece, way, x, y, width, length });
  }

  /** Takes the piece's box out of every free rectangle it cuts; what is left of one inside another goes. */
  lay(p: Placed): void {
    this.placed.push(p);
    const { free } = this;
    const [right, top] = [p.x + p.width, p.y + p.length];
    const kept: number[] = [];
    const cut: number[] = [];
    for (let i = 0; i < free.length; i += 4) {
      const [x, y, w, l] = [free[i]!, free[i + 1]!, free[i + 2]!, free[i + 3]!];
      if (x >= right || x + w <= p.x || y >= top || y + l <= p.y) {
        kept.push(x, y, w, l);
        continue;
      }
      if (p.x > x) cut.push(x, y, p.x - x, l);
      if (right < x + w) cut.push(right, y, x + w - right, l);
      if (p.y > y) cut.push(x, y, w, p.y - y);
      if (top < y + l) cut.push(x, top, w, y + l - top);
    }
    for (let i = 0; i < cut.length; i += 4) {
      const [x, y, w, l] = [cut[i]!, cut[i + 1]!, cut[i + 2]!, cut[i + 3]!];
      // Of two alike the first stays.
      if (!inside(x, y, w, l, kept, -1) && !inside(x, y, w, l, cut, i)) kept.push(x, y, w, l);
    }
    this.free = kept;
  }
}

/** Whether a rectangle lies in one of others; `self` is its own place among them, before which an equal one counts. */
function inside(x: number, y: number, w: number, l: number, others: number[], self: number): boolean {
  for (let i = 0; i < others.length; i += 4) {
    if (i === self) continue;
    if (
      others[i]! <= x &&
      others[i + 1]! <= y &&
      others[i]! + others[i + 2]! >= x + w &&
      others[i + 1]! + others[i + 3]! >= y + l &&
      (self < 0 ||
        i < self ||
        others[i]! !== x ||
        others[i + 1]! !== y ||
        others[i + 2]! !== w ||
        others[i + 3]! !== l)
    )
      return true;
  }
  return false;
}
