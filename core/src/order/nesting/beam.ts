import type { PartNest } from './recreate.ts';
import { RectBed } from './rectBed.ts';
import type { Shape } from './shapes.ts';

/** A bed to be filled, micrometres. */
export interface BedSize {
  /** Number of its stock. */
  stock: number;
  /** micrometres. */
  width: number;
  /** micrometres. */
  length: number;
}

/** Layouts carried on at each level for so many pieces, and how many each may become. */
const WIDTH = 60;
const FOR = 80;
const KEEP = 6;
/** What one more step of the upper edge counts, in mean pieces. */
const STEP = 0.3;

/** A piece put onto the upper edge of what lies on a bed, and what was put before it. */
interface Put {
  before: Put | null;
  piece: number;
  way: number;
  bed: number;
  x: number;
  y: number;
}

interface State {
  /** x, y and width of each level of the bed's upper edge, left to right. */
  edge: number[];
  bed: number;
  used: Uint8Array;
  last: Put | null;
  /** Area under the edge that no piece covers. */
  waste: number;
  placed: number;
  score: number;
}

interface Next {
  piece: number;
  way: number;
  width: number;
  length: number;
  score: number;
}

/**
 * Fills beds one after another from below, many layouts side by side (beam search): the next piece always goes onto
 * the lowest place of the upper edge, against its higher side; those layouts are carried on that waste least and whose
 * edge has fewest steps. A gap that a piece or two would fill exactly counts as no step, which is what finds layouts
 * without any waste. For boxes only.
 */
export class Beam {
  best: { placed: number; bedOf: Put | null } = { placed: 0, bedOf: null };
  private states: State[] = [];
  private order: number[] = [];
  private step = STEP;
  private readonly width: number;
  private readonly mean: number;
  private readonly kind: number[];
  private readonly exact = new Set<number>();

  constructor(
    private readonly beds: readonly BedSize[],
    private readonly shapes: readonly Shape[],
    private readonly random: () => number,
  ) {
    const n = shapes.length;
    this.width = Math.max(4, Math.min(WIDTH, Math.round((WIDTH * FOR * FOR) / (n * n))));
    this.mean = shapes.reduce((sum, s) => sum + s.area, 0) / n;
    const kinds = new Map<string, number>();
    this.kind = shapes.map(s => {
      const key = s.turned.map(t => `${t.width}x${t.length}`).join();
      const known = kinds.get(key) ?? kinds.size;
      kinds.set(key, known);
      return known;
    });
    const sizes = new Set(shapes.flatMap(s => s.turned.map(t => t.width)));
    for (const a of sizes) {
      this.exact.add(a);
      for (const b of sizes) this.exact.add(a + b);
    }
    this.begin();
  }

  private begin(): void {
    this.order = this.beds.map((_, i) => i);
    // Beds of one size are filled in any order; larger ones come first half of the time.
    if (this.random() < 0.5)
      this.order.sort(
        (a, b) => this.beds[b]!.width * this.beds[b]!.length - this.beds[a]!.width * this.beds[a]!.length,
      );
    this.step = STEP * (0.4 + 1.4 * this.random());
    this.states = [
      {
        edge: [0, 0, this.beds[this.order[0]!]!.width],
        bed: 0,
        used: new Uint8Array(this.shapes.length),
        last: null,
        waste: 0,
        placed: 0,
        score: 0,
      },
    ];
  }

  /** One more piece on every layout carried; begins anew when none takes any. Returns whether more was placed than ever. */
  level(): boolean {
    const before = this.best.placed;
    const next = this.states.flatMap(s => this.children(s));
    next.sort((a, b) => a.score - b.score);
    const seen = new Set<string>();
    this.states = [];
    for (const s of next) {
      if (s.placed > this.best.placed) this.best = { placed: s.placed, bedOf: s.last };
      const key = `${s.placed}/${s.waste}/${s.edge.length}`;
      if (this.states.length >= this.width || seen.has(key)) continue;
      seen.add(key);
      this.states.push(s);
    }
    if (this.states.length === 0) this.begin();
    return this.best.placed > before;
  }

  /** The fullest layout found. */
  partNest(): PartNest {
    const beds = this.beds.map(b => new RectBed(b.stock, b.width, b.length));
    const out = new Set(this.shapes.keys());
    for (let p = this.best.bedOf; p; p = p.before) {
      const { width, length } = this.shapes[p.piece]!.turned[p.way]!;
      beds[p.bed]!.lay({ piece: p.piece, way: p.way, x: p.x, y: p.y, width, length });
      out.delete(p.piece);
    }
    const left = [...out];
    return { beds, out: left, outArea: left.reduce((sum, i) => sum + this.shapes[i]!.area, 0) };
  }

  private children(state: State): State[] {
    let { edge, bed, waste } = state;
    for (;;) {
      const size = this.beds[this.order[bed]!]!;
      const at = lowest(edge);
      const y = edge[at + 1]!;
      if (y >= size.length) {
        if (++bed >= this.beds.length) return [];
        edge = [0, 0, this.beds[this.order[bed]!]!.width];
        continue;
      }
      const left = at > 0 ? edge[at - 2]! : size.length;
      const right = at + 3 < edge.length ? edge[at + 4]! : size.length;
      const fits = this.fits(state.used, y, edge[at + 2]!, left, right, size.length);
      if (fits.length > 0)
        return fits.slice(0, KEEP).map(n => this.with(state, edge, at, bed, waste, n, left >= right));
      // Nothing fits this place: it is filled up to its lower side.
      const up = Math.min(left, right);
      waste += (up - y) * edge[at + 2]!;
      edge = merged([...edge.slice(0, at + 1), up, ...edge.slice(at + 2)]);
    }
  }

  private fits(used: Uint8Array, y: number, room: number, left: number, right: number, high: number): Next[] {
    const found: Next[] = [];
    const tried = new Set<number>();
    const [near, far] = left >= right ? [left, right] : [right, left];
    const step = this.step * this.mean;
    for (let piece = 0; piece < used.length; piece++) {
      if (used[piece] || tried.has(this.kind[piece]!)) continue;
      tried.add(this.kind[piece]!);
      const { turned } = this.shapes[piece]!;
      for (let way = 0; way < turned.length; way++) {
        const { width, length } = turned[way]!;
        const top = y + length;
        if (width > room || top > high) continue;
        const gap = room - width;
        let steps = top === near ? 0 : 1;
        if (gap > 0) steps += this.exact.has(gap) ? 1 : 2.2;
        else if (top !== far) steps += 1;
        const score = step * steps * (1 + 0.1 * this.random()) - 0.02 * width * length;
        found.push({ piece, way, width, length, score });
      }
    }
    return found.sort((a, b) => a.score - b.score);
  }

  private with(
    state: State,
    edge: readonly number[],
    at: number,
    bed: number,
    waste: number,
    n: Next,
    toLeft: boolean,
  ): State {
    const [x0, y, room] = [edge[at]!, edge[at + 1]!, edge[at + 2]!];
    const x = toLeft ? x0 : x0 + room - n.width;
    const on = [x, y + n.length, n.width];
    const rest = [toLeft ? x + n.width : x0, y, room - n.width];
    const levels = room === n.width ? on : toLeft ? [...on, ...rest] : [...rest, ...on];
    const next = merged([...edge.slice(0, at), ...levels, ...edge.slice(at + 3)]);
    const used = state.used.slice();
    used[n.piece] = 1;
    return {
      edge: next,
      bed,
      used,
      last: { before: state.last, piece: n.piece, way: n.way, bed: this.order[bed]!, x, y },
      waste,
      placed: state.placed + n.width * n.length,
      score: waste + this.step * this.mean * (next.length / 3) + 0.5 * n.score,
    };
  }
}

function lowest(edge: readonly number[]): number {
  let at = 0;
  for (let i = 3; i < edge.length; i += 3) if (edge[i + 1]! < edge[at + 1]!) at = i;
  return at;
}

/** Neighbouring levels of one height made one, in place. */
function merged(edge: number[]): number[] {
  for (let i = 0; i + 3 < edge.length; )
    if (edge[i + 1] === edge[i + 4]) {
      edge[i + 2]! += edge[i + 5]!;
      edge.splice(i + 3, 3);
    } else i += 3;
  return edge;
}
