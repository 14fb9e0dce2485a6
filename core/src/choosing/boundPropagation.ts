import { startsOf } from './columns.ts';
import { type ChoiceProblem, packsOf, usesOf } from './problem.ts';
import type { Relaxed, Subproblem } from './relaxation.ts';

/** What numbers are given the benefit of, as a share. */
const SLACK = 1e-7;

/** Of what is left of a group, the least and most of each pack that any option uses, and the least of each limit that any takes. */
interface Span {
  low: Float64Array;
  high: Float64Array;
  takes: Float64Array;
}

/** When all groups have their least: of each pack what may yet be used and what is used, and what is left of each limit. */
interface Rooms {
  packs: number[];
  used: number[];
  limits: number[];
}

/**
 * Leaves out of parts what no choice of them that keeps its limits has: options that use more packs than there may be, or take more of a
 * limit than the least of all other groups leaves, and numbers of packs that the options left cannot come to (bound propagation: Savelsbergh
 * 1994, Preprocessing and probing techniques for mixed integer programming problems, from memory).
 */
export class BoundPropagation {
  private readonly starts: number[];
  private readonly uses: (readonly [pack: number, amount: number])[][];

  constructor(private readonly problem: ChoiceProblem) {
    this.starts = startsOf(problem);
    this.uses = problem.groups.flatMap(g => g.options.map(o => [...usesOf(o)]));
  }

  /** What is left of a part; null for nothing. */
  narrow(part: Subproblem): Subproblem | null {
    const left = { least: part.least.slice(), most: part.most.slice(), off: part.off.slice() };
    for (;;) {
      const spans = this.problem.groups.map((_, g) => this.span(g, left.off));
      const rooms = spans.some(s => s === null) ? null : this.rooms(left, spans as Span[]);
      if (!rooms) return null;
      if (!this.leaveOut(left, spans as Span[], rooms)) return left;
    }
  }

  private span(g: number, off: Uint8Array): Span | null {
    const { groups, limits, packs } = this.problem;
    const low = new Float64Array(packs.length).fill(Number.POSITIVE_INFINITY);
    const high = new Float64Array(packs.length);
    const takes = new Float64Array(limits.length).fill(Number.POSITIVE_INFINITY);
    const users = new Float64Array(packs.length);
    let count = 0;
    groups[g]!.options.forEach((option, k) => {
      const c = this.starts[g]! + k;
      if (off[c]) return;
      count++;
      for (const [p, amount] of this.uses[c]!) {
        users[p]!++;
        low[p] = Math.min(low[p]!, amount);
        high[p] = Math.max(high[p]!, amount);
      }
      option.takes.forEach((t, i) => {
        takes[i] = Math.min(takes[i]!, t);
      });
    });
    users.forEach((n, p) => {
      if (n < count) low[p] = Math.min(low[p]!, 0);
    });
    return count > 0 ? { low, high, takes } : null;
  }

  /** What is left of each pack and limit when all groups have their least. Null where that is too much already. */
  private rooms({ least, most }: Subproblem, spans: readonly Span[]): Rooms | null {
    const { limits, packs, soft } = this.problem;
    const used = packs.map((pack, p) => {
      const low = spans.reduce((sum, s) => sum + s.low[p]!, 0);
      const high = spans.reduce((sum, s) => sum + s.high[p]!, 0);
      least[p] = Math.max(least[p]!, packsOf(low, pack));
      most[p] = Math.min(most[p]!, packsOf(high, pack));
      return low;
    });
    const rooms = limits.map((limit, i) => {
      if (typeof soft?.[i] === 'number') return Number.POSITIVE_INFINITY;
      const own = spans.reduce((total, s) => total + s.takes[i]!, 0);
      const shared = packs.reduce(
        (total, { takes }, p) => total + takes[i]! * (takes[i]! < 0 ? most[p]! : least[p]!),
        0,
      );
      return limit + SLACK * Math.max(1, Math.abs(limit)) - own - shared;
    });
    rooms.forEach((room, i) => {
      packs.forEach(({ takes }, p) => {
        if (takes[i]! > 0) most[p] = Math.min(most[p]!, least[p]! + Math.floor(room / takes[i]! + SLACK));
      });
    });
    if (rooms.some(r => r < 0) || packs.some((_, p) => least[p]! > most[p]!)) return null;
    return {
      packs: packs.map(({ size, have = 0 }, p) => (most[p]! + SLACK) * size + have - used[p]!),
      limits: rooms,
      used,
    };
  }

  /** Whether there were any to leave out. */
  private leaveOut({ least, off }: Subproblem, spans: readonly Span[], rooms: Rooms): boolean {
    const { groups, packs } = this.problem;
    let any = false;
    groups.forEach(({ options }, g) => {
      const { low, takes } = spans[g]!;
      options.forEach((option, k) => {
        const c = this.starts[g]! + k;
        if (off[c]) return;
        const uses = this.uses[c]!;
        const fits =
          uses.every(([p, amount]) => amount - low[p]! <= rooms.packs[p]!) &&
          option.takes.every((t, i) => {
            // What it needs of packs beyond those that are bought anyway.
            const opened = uses.reduce((sum, [p, amount]) => {
              const more = packsOf(rooms.used[p]! - low[p]! + amount, packs[p]!) - least[p]!;
              return sum + Math.max(0, packs[p]!.takes[i]!) * Math.max(0, more);
            }, 0);
            return t - takes[i]! + opened <= rooms.limits[i]!;
          });
        if (fits) return;
        off[c] = 1;
        any = true;
      });
    });
    return any;
  }
}

/** Numbers of packs this close are the same. */
const STEP = 1e-6;

/** A part without what costs too much to be in anything better than `goal`, as the relaxed problem of a part that it lies in says. */
export function fixByReducedCost(
  part: Subproblem,
  within: Subproblem,
  { bound, rates, reduced }: Relaxed,
  goal: number,
): Subproblem {
  const room = goal - bound;
  const steps = (rate: number) => Math.floor(room / Math.abs(rate) + STEP);
  return {
    off: part.off.map((o, c) => (o || reduced[c]! > room ? 1 : 0)),
    most: part.most.map((n, p) => (rates[p]! > 0 ? Math.min(n, within.least[p]! + steps(rates[p]!)) : n)),
    least: part.least.map((n, p) =>
      rates[p]! < 0 && Number.isFinite(within.most[p]) ? Math.max(n, within.most[p]! - steps(rates[p]!)) : n,
    ),
  };
}
