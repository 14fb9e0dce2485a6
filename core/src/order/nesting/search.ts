import { seeded } from '../../random/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import { Beam } from './beam.ts';
import type { Bed } from './bed.ts';
import { RULES } from './bed.ts';
import { choices, leastCost, type Needs } from './bound.ts';
import { construct, ORDERS } from './construct.ts';
import { sawCuts } from './cuts.ts';
import { ExactProblem, unfitPieces } from './exactProblem.ts';
import type { Nest, NestPiece, NestProblem } from './problem.ts';
import { type PartNest, Recreate } from './recreate.ts';
import { MICRO } from './shapes.ts';
import { bedsBefore, bedsOf, covered, isBetterLayout, nestOf, type Whole } from './whole.ts';

/** Beds that would cost less, or leave a better rest, and how far the pieces have been brought onto them. */
interface Goal {
  recreate: Recreate;
  beam: Beam | null;
  /** Only leaves more; costs the same. */
  rest: boolean;
}

/** Most pieces that are searched side by side, and by full constructions at the start. */
const BEAM_MOST = 400;
const MANY = 600;
/** Most outlines whose boxes are searched beside them, and how many of their steps go to one with outlines. */
const BOXED_MOST = 300;
const BOXED_EVERY = 5;
/** Boxes that have not got better for so many steps are left. */
const BOXED_FOR = 150;
/** Rounds a step: boxes are quick. */
const ROUNDS = 8;
/** Share of their area that all pieces keep where one is shaved. */
const SHAVED = 0.98;
/** Share of the steps that go to a better rest while a lower cost is still possible; less for outlines, which are slow. */
const FOR_REST = 0.25;
const FOR_REST_SLOW = 0.08;
/** A rest grows by at least this share of the bed at a time. */
const GROWS = 0.004;

/**
 * Searches for the cheapest way to lay pieces: whole packs and metres first, then the rests that are worth most, then
 * the fewest cuts. There is a full layout from the start; each `step` may better it. The same seed gives the same
 * search. Throws RangeError where a piece fits no stock.
 */
export class NestSearch {
  /** No layout can cost less. */
  readonly leastCost: number;
  /** Steps done. */
  steps = 0;
  private readonly exact: ExactProblem;
  private readonly random: () => number;
  private readonly pinned = new Set<number>();
  private readonly fixed: Bed[];
  private whole: Whole;
  private goals: Goal[] = [];
  private read: Nest | null = null;
  /** The same pieces as their boxes, which are laid a hundred times as fast: never worse than those. */
  private readonly boxed: NestSearch | null;
  /** Steps since they last got better. */
  private boxedFor = 0;

  constructor(problem: NestProblem, seed = 1) {
    const unfit = unfitPieces(problem);
    if (unfit.length > 0) throw new RangeError(`No stock holds ${unfit.map(u => u.piece).join(', ')}`);
    this.exact = new ExactProblem(problem);
    this.random = seeded(seed);
    this.fixed = bedsOf(this.exact, problem.pinned ?? []);
    for (const b of this.fixed) for (const p of b.placed) this.pinned.add(p.piece);
    const { shapes, stock, needs, kerf } = this.exact;
    const rolls = stock.filter(s => s.byLength).map(s => s.price);
    this.leastCost = shapes.length
      ? Math.max(0, leastCost(shapes, stock, needs) - (Math.max(0, ...rolls) * kerf) / MICRO)
      : 0;
    this.boxed =
      this.exact.boxes || this.pinned.size > 0 || shapes.length > BOXED_MOST || !boxesFit(problem)
        ? null
        : new NestSearch({ ...problem, pieces: problem.pieces.map(asBox) }, seed);
    this.whole = this.first();
    this.aim();
  }

  /** The best layout so far. */
  get best(): Nest {
    this.read ??= nestOf(this.exact, this.whole);
    return this.read;
  }

  /** Whether nothing is left to gain in money. */
  get cheapest(): boolean {
    return this.whole.cost <= this.leastCost + ROUNDING;
  }

  /** Pieces that a cheaper choice of beds has no place for, after some more tries, and those beds; null where there is none. */
  closest(tries: number): { cost: number; out: string[]; beds: Bed[] } | null {
    // By their boxes: a size to shave is a size of the box.
    if (this.boxed) return this.boxed.closest(tries);
    const { area } = this.exact.needs;
    const open = this.goals.filter(g => !g.rest);
    // Beds that are proved too few are tried as well: what is proved of pieces as they are ends where one is shaved.
    const goals = open.length > 0 ? open : this.cheaper({ area: area * SHAVED, beds: 0 });
    for (const { recreate } of goals)
      for (let i = 0; i < tries / goals.length && recreate.best.out.length > 1; i++) recreate.round();
    const best = goals.reduce<Goal | null>(
      (a, b) => (!a || b.recreate.best.outArea < a.recreate.best.outArea ? b : a),
      null,
    );
    if (!best) return null;
    const { beds, out } = best.recreate.best;
    const { problem } = this.exact;
    return {
      cost: this.exact.cost(beds),
      out: out.map(i => problem.pieces[i]!.id),
      beds,
    };
  }

  /** Whether the search has nothing left to try. */
  get done(): boolean {
    return this.goals.length === 0;
  }

  /** Some milliseconds of search. Returns whether the best layout got better. */
  step(): boolean {
    this.steps++;
    if (this.boxed && this.boxedFor < BOXED_FOR && this.steps % BOXED_EVERY !== 0 && !this.cheapest) {
      this.boxedFor = this.boxed.step() ? 0 : this.boxedFor + 1;
      return this.boxedFor === 0 && this.takeBoxed();
    }
    const goal = this.choose();
    if (!goal) return false;
    let better = false;
    if (goal.beam && this.steps % 2 === 0)
      better = goal.beam.level() && goal.recreate.take(goal.beam.partNest());
    else for (let i = 0; i < (this.exact.boxes ? ROUNDS : 1) && !better; i++) better = goal.recreate.round();
    return better && this.finish(goal);
  }

  private takeBoxed(): boolean {
    const better = this.keep(bedsOf(this.exact, this.boxed!.best.laid));
    if (better) this.aim();
    return better;
  }

  private choose(): Goal | undefined {
    const [cheaper, rest] = [this.goals.filter(g => !g.rest), this.goals.find(g => g.rest)];
    if (rest && (cheaper.length === 0 || this.random() < (this.exact.boxes ? FOR_REST : FOR_REST_SLOW)))
      return rest;
    if (this.random() < 0.4) return cheaper[Math.floor(this.random() * cheaper.length)];
    return cheaper.reduce<Goal | undefined>(
      (least, g) => (!least || g.recreate.best.outArea < least.recreate.best.outArea ? g : least),
      undefined,
    );
  }

  /** Lays what a goal left out on further beds, and keeps the whole if it is better. */
  private finish(goal: Goal): boolean {
    const { beds, out } = goal.recreate.best;
    // A bed kept short may be used to its end once nothing better is found.
    const full = out.length === 0 ? beds : beds.map(b => this.lengthened(b));
    const tried = out.length === 0 ? [full] : this.filled(full, out);
    let better = false;
    for (const made of tried) better = this.keep(made) || better;
    if (better) this.aim();
    return better;
  }

  private filled(beds: Bed[], out: readonly number[]): Bed[][] {
    const preferences = this.exact.stock.flatMap((s, i) => (s.price > 0 ? [i] : []));
    return preferences.map(p => construct(this.exact, beds, out, 'area', 'low', p));
  }

  private lengthened(bed: Bed): Bed {
    const full = this.exact.bed(bed.stock);
    if (full.length === bed.length) return bed;
    return this.copied(bed, full);
  }

  private copied(bed: Bed, to: Bed): Bed {
    for (const { piece, way, x, y } of bed.placed)
      to.put(piece, this.exact.shapes[piece]!, { way, x, y, score: 0 });
    return to;
  }

  private cutsOn(bed: Bed): number {
    return sawCuts(bed, piece => slants(this.exact.shapes[piece]!.turned[0]!.outline));
  }

  private keep(beds: readonly Bed[]): boolean {
    const used = beds.filter(b => b.placed.length > 0);
    if (used.reduce((n, b) => n + b.placed.length, 0) < this.exact.shapes.length) return false;
    const next = {
      beds: used,
      cost: this.exact.cost(used),
      worth: this.exact.worth(used),
      cuts: used.reduce((sum, b) => sum + this.cutsOn(b), 0),
    };
    if (!isBetterLayout(next, this.whole)) return false;
    this.whole = next;
    this.read = null;
    return true;
  }

  /** A full layout by the simple rules, the best of their orders. */
  private first(): Whole {
    const { shapes, stock } = this.exact;
    const loose = [...shapes.keys()].filter(i => !this.pinned.has(i));
    this.whole = { beds: [], cost: Number.POSITIVE_INFINITY, worth: 0, cuts: 0 };
    const before = bedsBefore(this.exact);
    if (before) this.keep(before);
    if (this.boxed) {
      this.keep(bedsOf(this.exact, this.boxed.best.laid));
      return this.whole;
    }
    const few = shapes.length <= MANY;
    const preferences = stock.flatMap((s, i) => (s.price > 0 ? [i] : []));
    for (const preferred of preferences.length > 0 ? preferences : [null])
      for (const order of few && this.exact.boxes ? ORDERS : ORDERS.slice(0, 1))
        for (const rule of few && this.exact.boxes ? RULES : RULES.slice(2, 3))
          this.keep(construct(this.exact, this.fixed, loose, order, rule, preferred));
    if (this.whole.beds.length === 0 && shapes.length > 0)
      throw new RangeError('There is not enough stock for all pieces');
    return this.whole;
  }

  /** Sets what to try for next: every choice of beds that would cost less, and one that leaves more. */
  private aim(): void {
    this.goals = [];
    if (this.exact.shapes.length === 0) return;
    if (!this.cheapest) this.goals.push(...this.cheaper(this.exact.needs));
    const rest = this.largerRest();
    if (rest) this.goals.push(rest);
  }

  private cheaper(needs: Needs): Goal[] {
    const { stock } = this.exact;
    const { cost, beds } = this.whole;
    const roll = stock.findIndex(s => s.byLength);
    return choices(stock, needs, cost).flatMap(({ counts, cost: packs }) => {
      const sizes: Bed[] = counts.flatMap((n, i) =>
        Array.from({ length: Math.min(n, needs.beds + this.exact.shapes.length) }, () => this.exact.bed(i)),
      );
      if (roll >= 0) {
        const reach = beds.filter(b => b.stock === roll).reduce((sum, b) => sum + this.exact.reach(b), 0);
        const paid = Math.floor(((cost - packs) / stock[roll]!.price) * MICRO);
        const least = Math.min(paid, reach === 0 ? paid : reach);
        const length = Math.min(
          stock[roll]!.length,
          Math.floor(least * (1 - GROWS / 2)) - MICRO / 1000 + this.exact.kerf,
        );
        if (length > 0) sizes.push(this.exact.bed(roll, length));
      }
      return sizes.length > 0 ? (this.goal(sizes, false) ?? []) : [];
    });
  }

  /** The bed with most room left, kept shorter than pieces reach along it. */
  private largerRest(): Goal | null {
    const { beds } = this.whole;
    const pinnedOn = (b: Bed) => b.placed.some(p => this.pinned.has(p.piece));
    let at = -1;
    let least = Number.POSITIVE_INFINITY;
    beds.forEach((b, i) => {
      const { byLength, price } = this.exact.stock[b.stock]!;
      const filled =
        b.placed.reduce((sum, p) => sum + this.exact.shapes[p.piece]!.area, 0) / (b.width * b.length);
      if (byLength || price === 0 || pinnedOn(b) || filled >= least) return;
      [at, least] = [i, filled];
    });
    if (at < 0) return null;
    const short = beds[at]!;
    const grows = Math.ceil(short.length * GROWS);
    const length = this.exact.reach(short) + this.exact.kerf - grows;
    if (length <= 0) return null;
    const sizes = beds.map((b, i) => this.exact.bed(b.stock, i === at ? length : b.length));
    return this.goal(sizes, true);
  }

  /** Beds with what of the best layout lies on such beds already. */
  private goal(empty: Bed[], rest: boolean): Goal | null {
    const { shapes, boxes, problem } = this.exact;
    const beds = [...empty];
    const laid = new Set<number>();
    const open = new Set(beds.keys());
    const put = (from: Bed) => {
      const at = [...open].find(i => beds[i]!.stock === from.stock);
      if (at === undefined) return;
      open.delete(at);
      const to = beds[at]!;
      for (const { piece, way, x, y, width, length } of from.placed) {
        if (y + length > to.length || x + width > to.width || laid.has(piece)) continue;
        to.put(piece, shapes[piece]!, { way, x, y, score: 0 });
        laid.add(piece);
      }
    };
    const fullest = [...this.whole.beds].sort((a, b) => covered(b, this.exact) - covered(a, this.exact));
    const withPins = (b: Bed) => b.placed.some(p => this.pinned.has(p.piece));
    if (rest) this.whole.beds.forEach(put);
    else {
      fullest.filter(withPins).forEach(put);
      fullest.filter(b => !withPins(b)).forEach(put);
    }
    const out = [...shapes.keys()].filter(i => !laid.has(i));
    // Fewer beds than pins lie on are no goal.
    if (out.some(i => this.pinned.has(i))) return null;
    const part: PartNest = { beds, out, outArea: out.reduce((sum, i) => sum + shapes[i]!.area, 0) };
    const searched = boxes && !problem.guillotine && this.pinned.size === 0 && shapes.length <= BEAM_MOST;
    return {
      recreate: new Recreate(
        part,
        shapes,
        this.pinned,
        this.random,
        boxes ? { greedy: 0.7, contact: 0.2 } : { greedy: 0.95, contact: 0.9 },
      ),
      beam: searched ? new Beam(empty, shapes, this.random) : null,
      rest,
    };
  }
}

/** A piece as the box round it, turned by quarters only. */
const asBox = ({ id, outline, turns }: NestPiece): NestPiece => {
  const [width, length] = [Math.max(...outline.map(p => p.x)), Math.max(...outline.map(p => p.y))];
  return {
    id,
    outline: [
      { x: 0, y: 0 },
      { x: width, y: 0 },
      { x: width, y: length },
      { x: 0, y: length },
    ],
    turns: turns.filter(t => t % 90 === 0),
  };
};

/** Whether every piece may lie square to the sheet: some only fit askew. */
const boxesFit = (problem: NestProblem): boolean => {
  const pieces = problem.pieces.map(asBox);
  return pieces.every(p => p.turns.length > 0) && unfitPieces({ ...problem, pieces }).length === 0;
};

/** Sides of an outline that lie along neither edge of the bed. */
function slants(outline: Float64Array | null): number {
  if (!outline) return 0;
  let count = 0;
  for (let i = 0, j = outline.length - 2; i < outline.length; j = i, i += 2)
    if (Math.abs(outline[i]! - outline[j]!) > 1 && Math.abs(outline[i + 1]! - outline[j + 1]!) > 1) count++;
  return count;
}
