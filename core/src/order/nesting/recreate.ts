import { type Bed, RULES, type Rule, type Spot } from './bed.ts';
import type { Shape } from './shapes.ts';

/** What lies on given beds, and what found no place. */
export interface PartNest {
  /** In the order they were given. */
  beds: Bed[];
  /** Numbers of the pieces. */
  out: number[];
  /** Their area, micrometres squared. */
  outArea: number;
}

/** What is tried the same way all along. */
export interface Habits {
  /** How often the loose piece that suits best goes first, whatever its size. */
  greedy: number;
  /** How often that is the one with most of its outline against others. */
  contact: number;
}

/** Share of a mean piece's area that a worse layout may be worse by, at a cycle's start and end. */
const HOT = 0.3;
const COLD = 0.004;
/** Of that, what the largest rectangle left free counts: room in one place takes a piece, strips do not. */
const ROOM = 0.5;
/** How often a place that would do is passed over. */
const BLINK = 0.02;

interface Waiting {
  piece: number;
  bed: number;
  spot: Spot;
  /** How many had been laid when it was looked for. */
  laid: number;
}

/**
 * Tries to lay all pieces on beds that are given: takes some neighbours off, lays them and what is left over again in
 * a changed order, and keeps the result if it leaves less out, or by chance if it leaves little more (simulated
 * annealing in cycles). After Gardeyn and Wauters, A goal-driven ruin and recreate heuristic for the 2D variable-sized
 * bin packing problem with guillotine constraints, Eur. J. Oper. Res. 301 (2022), from memory.
 */
export class Recreate {
  best: PartNest;
  private now: PartNest;
  private at = 0;
  private cycle = 400;
  private readonly mean: number;

  constructor(
    start: PartNest,
    private readonly shapes: readonly Shape[],
    private readonly pinned: ReadonlySet<number>,
    private readonly random: () => number,
    private readonly habits: Habits,
  ) {
    this.best = start;
    this.now = start;
    this.mean = shapes.reduce((sum, s) => sum + s.area, 0) / Math.max(1, shapes.length);
  }

  /** One try. Returns whether the best got better. */
  round(): boolean {
    const next = this.changed();
    const heat = HOT * (COLD / HOT) ** (this.at / this.cycle);
    const worse = next.outArea - this.now.outArea + ROOM * (roomOf(this.now.beds) - roomOf(next.beds));
    if (worse <= 0 || worse < -Math.log(this.random()) * heat * this.mean) this.now = next;
    if (++this.at >= this.cycle) {
      this.at = 0;
      this.cycle = Math.min(20_000, Math.ceil(this.cycle * 1.5));
      if (this.random() < 0.5) this.now = this.best;
    }
    return this.take(next);
  }

  /** Goes on from a result found elsewhere if it leaves less out. */
  take(next: PartNest): boolean {
    if (next.outArea >= this.best.outArea) return false;
    this.best = next;
    this.now = next;
    return true;
  }

  private pick(n: number): number {
    return Math.floor(this.random() * n);
  }

  private changed(): PartNest {
    const beds = [...this.now.beds];
    const loose = [...this.now.out];
    const first = this.pick(beds.length);
    const opened = [first];
    if (beds.length > 1 && this.random() < 0.4)
      opened.push((first + 1 + this.pick(beds.length - 1)) % beds.length);
    for (const b of opened) {
      const gone = this.neighbours(beds[b]!);
      beds[b] = beds[b]!.without(gone);
      loose.push(...gone);
    }
    const rule = this.random() < this.habits.contact ? 'contact' : RULES[this.pick(RULES.length)]!;
    const left = this.random() < this.habits.greedy ? this.match(loose, beds, opened, rule) : loose;
    this.order(left);
    // A bed that was not opened is copied before anything is laid on it.
    const own = new Set(opened);
    const out = left.filter(piece => !this.place(piece, beds, opened, own, rule));
    return { beds, out, outArea: out.reduce((sum, piece) => sum + this.shapes[piece]!.area, 0) };
  }

  /** Lays, as long as any fits, the loose piece whose place suits it best of all; returns what is left. */
  private match(loose: readonly number[], beds: Bed[], opened: readonly number[], rule: Rule): number[] {
    // Where a piece ends says nothing about how well it fits.
    const by = rule === 'low' || rule === 'left' ? 'contact' : rule;
    const waiting: Waiting[] = [];
    let laid = 0;
    const look = (piece: number): void => {
      let best: Waiting | null = null;
      for (const bed of opened) {
        const spot = beds[bed]!.spot(this.shapes[piece]!, by);
        if (spot && (!best || spot.score < best.spot.score)) best = { piece, bed, spot, laid };
      }
      if (best) waiting.push(best);
    };
    for (const piece of loose) if (this.random() >= BLINK) look(piece);
    const done = new Set<number>();
    while (waiting.length > 0) {
      let at = 0;
      for (let i = 1; i < waiting.length; i++) if (waiting[i]!.spot.score < waiting[at]!.spot.score) at = i;
      const best = waiting.splice(at, 1)[0]!;
      // Looked for before the last was laid: once more, and it takes its turn again.
      if (best.laid !== laid) {
        look(best.piece);
        continue;
      }
      beds[best.bed]!.put(best.piece, this.shapes[best.piece]!, best.spot);
      done.add(best.piece);
      laid++;
    }
    return loose.filter(piece => !done.has(piece));
  }

  private place(
    piece: number,
    beds: Bed[],
    opened: readonly number[],
    own: Set<number>,
    rule: Rule,
  ): boolean {
    const shape = this.shapes[piece]!;
    let bed = -1;
    let spot: Spot | null = null;
    for (const b of opened) {
      if (this.random() < BLINK) continue;
      const found = beds[b]!.spot(shape, rule);
      if (found && (!spot || found.score < spot.score)) [bed, spot] = [b, found];
    }
    // What the opened beds have no place for may fit a corner of another.
    const start = this.pick(beds.length);
    for (let i = 0; !spot && i < beds.length; i++) {
      bed = (start + i) % beds.length;
      if (!opened.includes(bed)) spot = beds[bed]!.spot(shape, rule);
    }
    if (!spot) return false;
    if (!own.has(bed)) {
      beds[bed] = beds[bed]!.without(NONE);
      own.add(bed);
    }
    beds[bed]!.put(piece, shape, spot);
    return true;
  }

  /** The pieces of a bed nearest to some point of it, the pinned ones left. */
  private neighbours(bed: Bed): Set<number> {
    const free = bed.placed.filter(p => !this.pinned.has(p.piece));
    const count = 1 + this.pick(Math.max(2, Math.min(12, Math.ceil(free.length * 0.6))));
    const [x, y] = [this.random() * bed.width, this.random() * bed.length];
    // To the box, not its middle: long pieces beside the point count as near.
    const far = (p: (typeof free)[number]) =>
      Math.max(p.x - x, x - p.x - p.width, 0) + Math.max(p.y - y, y - p.y - p.length, 0);
    free.sort((a, b) => far(a) - far(b));
    return new Set(free.slice(0, count).map(p => p.piece));
  }

  /** Largest first by one measure or another, a little shaken; sometimes in any order. */
  private order(pieces: number[]): void {
    const kind = this.pick(6);
    const key = new Map(
      pieces.map(p => {
        const { width, length } = this.shapes[p]!.turned[0]!;
        const size = [
          Math.max(width, length),
          Math.min(width, length),
          width,
          length,
          this.shapes[p]!.area,
          1,
        ][kind]!;
        return [p, kind === 5 ? this.random() : size * (1 + 0.25 * (this.random() - 0.5))];
      }),
    );
    pieces.sort((a, b) => key.get(b)! - key.get(a)!);
  }
}

const NONE: ReadonlySet<number> = new Set();

const roomOf = (beds: readonly Bed[]): number => beds.reduce((sum, b) => sum + b.room, 0);
