import type { Bed, Placed } from './bed.ts';
import { type Bedding, type Needs, needsOf } from './bound.ts';
import { GuillotineBed } from './guillotineBed.ts';
import { isInside, NoFits } from './noFit.ts';
import { PolygonBed } from './polygonBed.ts';
import type { NestProblem, Unfit } from './problem.ts';
import { RectBed } from './rectBed.ts';
import { MICRO, type Shape, shapeOf } from './shapes.ts';

/** Price of what costs nothing but is not at hand: enough to take as few as may be. */
const ALMOST_NOTHING = 1e-3;

/** A problem in whole micrometres: shapes, stock, and what makes beds of it. */
export class ExactProblem {
  readonly shapes: Shape[];
  readonly stock: Bedding[];
  /** Micrometres. */
  readonly kerf: number;
  /** Whether every piece is a box laid at right angles. */
  readonly boxes: boolean;
  readonly needs: Needs;
  private readonly noFits = new NoFits();

  constructor(readonly problem: NestProblem) {
    this.kerf = Math.ceil(problem.kerf * MICRO - 1e-3);
    this.shapes = problem.pieces.map(p => shapeOf(p, problem.kerf));
    const down = (m: number) => Math.floor(m * MICRO + 1e-3) + this.kerf;
    this.stock = problem.stock.map(s => ({
      width: down(s.width),
      length: down(s.length),
      price: s.price === 0 && s.quantity === null ? ALMOST_NOTHING : s.price,
      perPack: s.perPack,
      most: s.quantity ?? 1e6,
      byLength: s.paid === 'length',
    }));
    this.boxes = this.shapes.every(s => s.turned.every(t => t.outline === null));
    this.needs = needsOf(this.shapes, this.stock);
  }

  /** An empty bed of a stock, or of its first `length` micrometres. */
  bed(stock: number, length = this.stock[stock]!.length): Bed {
    const { width } = this.stock[stock]!;
    if (!this.boxes) return new PolygonBed(stock, width, length, this.shapes, this.noFits);
    return this.problem.guillotine
      ? new GuillotineBed(stock, width, length)
      : new RectBed(stock, width, length);
  }

  /** Whether everything on a bed lies inside it and on nothing else. */
  isSound(bed: Bed): boolean {
    const inside = bed.placed.every(
      p => p.x >= 0 && p.y >= 0 && p.x + p.width <= bed.width + 1 && p.y + p.length <= bed.length + 1,
    );
    return inside && bed.placed.every((p, i) => bed.placed.slice(i + 1).every(q => !this.overlap(p, q)));
  }

  private overlap(p: Placed, q: Placed): boolean {
    const apart =
      p.x + p.width <= q.x + 1 ||
      q.x + q.width <= p.x + 1 ||
      p.y + p.length <= q.y + 1 ||
      q.y + q.length <= p.y + 1;
    if (apart) return false;
    const way = (r: Placed) => this.shapes[r.piece]!.turned[r.way]!;
    return isInside(this.noFits.of(way(p), way(q)), q.x - p.x, q.y - p.y);
  }

  /** How far pieces reach along a bed, micrometres, without the kerf after the last. */
  reach(bed: Bed): number {
    return bed.placed.reduce((far, p) => Math.max(far, p.y + p.length), this.kerf) - this.kerf;
  }

  /** Of what is used, whole packs and metres, in the currency of the prices. */
  cost(beds: readonly Bed[]): number {
    const counts = this.stock.map(() => 0);
    let cost = 0;
    for (const bed of beds) {
      if (bed.placed.length === 0) continue;
      const stock = this.problem.stock[bed.stock]!;
      if (stock.paid === 'length') cost += (this.reach(bed) / MICRO) * stock.price;
      else counts[bed.stock]!++;
    }
    counts.forEach((n, i) => {
      const { price, perPack } = this.problem.stock[i]!;
      cost += Math.ceil(n / perPack) * price;
    });
    return cost;
  }

  /** Largest rectangle left free of a bed, or of what of it is paid; micrometres, without the kerf beside it. */
  rest(bed: Bed): { x: number; y: number; width: number; length: number } {
    const { byLength, width, length } = this.stock[bed.stock]!;
    const free = new RectBed(bed.stock, width, byLength ? this.reach(bed) + this.kerf : length);
    for (const p of bed.placed) free.lay(p);
    const { rest } = free;
    return {
      ...rest,
      width: Math.max(0, rest.width - this.kerf),
      length: Math.max(0, rest.length - this.kerf),
    };
  }

  /** What the rests of all beds are worth, micrometres squared, whole sheets of an opened pack among them. */
  worth(beds: readonly Bed[]): number {
    const counts = this.stock.map(() => 0);
    let worth = 0;
    for (const bed of beds) {
      if (bed.placed.length === 0) continue;
      counts[bed.stock]!++;
      const { width, length } = this.rest(bed);
      const { width: w, length: l } = this.stock[bed.stock]!;
      // As the square of its share: one large rest is worth more than strips of the same area.
      worth += (width * length) ** 2 / (w * l);
    }
    counts.forEach((n, i) => {
      const { perPack, width, length, byLength } = this.stock[i]!;
      if (!byLength) worth += (Math.ceil(n / perPack) * perPack - n) * width * length;
    });
    return worth;
  }
}

/** Pieces that no stock holds, with the least box each takes. */
export function unfitPieces({ pieces, stock }: NestProblem): Unfit[] {
  return pieces.flatMap(p => {
    const { turned } = shapeOf(p, 0);
    const fits = turned.some(t =>
      stock.some(s => t.width <= s.width * MICRO + 1 && t.length <= s.length * MICRO + 1),
    );
    if (fits) return [];
    const least = turned.reduce((a, b) =>
      Math.min(b.width, b.length) < Math.min(a.width, a.length) ? b : a,
    );
    const [width, length] = [least.width, least.length].sort((a, b) => a - b) as [number, number];
    return [{ piece: p.id, width: width / MICRO, length: length / MICRO }];
  });
}
