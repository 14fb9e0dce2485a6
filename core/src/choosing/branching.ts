import { BoundPropagation, fixByReducedCost } from './boundPropagation.ts';
import { chosenIn, startsOf } from './columns.ts';
import { solveWithCuts } from './cuttingPlanes.ts';
import { type Choice, type ChoiceProblem, EPS, isBetter, NEAR, weigh } from './problem.ts';
import type { Relaxation, Relaxed, Subproblem } from './relaxation.ts';

/** A part that may have something better, and what it came from. */
interface Node extends Subproblem {
  /** No choice of it has less value. */
  bound: number;
}

/** What branching on a pack gained so far, each way, by the part of a pack that it went. */
interface Gains {
  sum: [down: number, up: number];
  times: [down: number, up: number];
}

/** A pack of which there is a part, and what branching on it is expected to gain. */
interface Candidate {
  pack: number;
  taken: number;
  gain: number;
}

/** Smallest part of a pack or an option. */
const PART = 1e-6;
/** Times that the root is narrowed. */
const PASSES = 2;
/** Rounds of cutting of a part, and what they have to gain as a share. */
const ROUNDS = 6;
const GAINS = 2e-4;
/** Times that branching on a pack is tried before its gains are trusted, on how many packs of a part, in so many steps of the solver. */
const TRIED = 4;
const TRY = 12;
const TRY_STEPS = 20;
/** Tries in a row that find nothing better. */
const IN_VAIN = 4;
/** Least that a branch is taken to gain. */
const LEAST = 1e-6;

/**
 * Branch and cut over packs first, then options (Land and Doig 1960, An automatic method of solving discrete programming problems;
 * what is branched on by tried gains: Achterberg, Koch and Martin 2005, Branching rules revisited; both from memory). The part of least
 * bound is looked at next; what cannot be in anything better is left out.
 */
export class Branching {
  /** No choice has less value; infinite where none keeps its limits. */
  bound: number;
  private open: Node[];
  private readonly starts: number[];
  private readonly gains: Gains[];
  private readonly narrowing: BoundPropagation;

  /** `near`: share of the value that is near enough. */
  constructor(
    private readonly problem: ChoiceProblem,
    private readonly relaxation: Relaxation,
    private root: Subproblem,
    private relaxed: Relaxed,
    public best: Choice,
    private readonly near: number,
  ) {
    this.bound = relaxed.bound;
    this.open = [{ ...root, bound: relaxed.bound }];
    this.starts = startsOf(problem);
    this.narrowing = new BoundPropagation(problem);
    this.gains = problem.packs.map(() => ({ sum: [0, 0], times: [0, 0] }));
    this.settle();
  }

  /** Whether there is nothing left to look at. */
  get done(): boolean {
    return this.open.length === 0;
  }

  /** No choice has less value than this, as was found elsewhere. */
  raise(to: number): void {
    this.bound = Math.max(this.bound, to);
    this.settle();
  }

  /** A part of no better bound than this is not looked into. */
  private get goal(): number {
    const { best, relaxation } = this;
    return best.over > 0
      ? relaxation.top
      : best.value - Math.max(this.near, NEAR) * Math.abs(best.value) - EPS;
  }

  /** Takes a choice for the best if it is. */
  found(choice: Choice): void {
    if (isBetter(choice, this.best)) this.best = choice;
    this.settle();
  }

  /** Before any part is looked into: cuts what is left of all when what is too far from the best is left out. `ends` in ms of the clock. */
  tighten(ends: number): Relaxed {
    for (let pass = 0; pass < PASSES && !this.done; pass++) {
      const root = this.narrowing.narrow(fixByReducedCost(this.root, this.root, this.relaxed, this.goal));
      this.open = [];
      if (root) {
        this.root = root;
        this.relaxed = solveWithCuts(this.relaxation, this.problem, root, { goal: this.goal, ends });
        this.open = [{ ...root, bound: this.relaxed.bound }];
      }
      this.settle();
    }
    return this.relaxed;
  }

  /** Looks into one part. Null where it has nothing better. `ends` in ms of the clock. */
  step(ends: number): Relaxed | null {
    const node = this.next();
    const relaxed = node && this.into(node, ends);
    this.settle();
    return relaxed ?? null;
  }

  private next(): Node | undefined {
    let least = 0;
    this.open.forEach((n, i) => {
      if (n.bound < this.open[least]!.bound) least = i;
    });
    return this.open.splice(least, 1)[0];
  }

  private settle(): void {
    const { best, goal, bound } = this;
    this.open = bound < goal ? this.open.filter(n => n.bound < goal) : [];
    const end = best.over > 0 ? Number.POSITIVE_INFINITY : goal;
    this.bound = Math.max(
      bound,
      this.open.reduce((least, n) => Math.min(least, n.bound), end),
    );
  }

  private into(node: Node, ends: number): Relaxed | null {
    const relaxed = solveWithCuts(this.relaxation, this.problem, node, {
      goal: this.goal,
      ends,
      rounds: ROUNDS,
      gains: GAINS,
    });
    const bound = Math.max(node.bound, relaxed.bound);
    if (bound >= this.goal) return null;
    const choice = weigh(this.problem, chosenIn(this.problem, relaxed.values));
    // Not settled before its own parts are open.
    if (isBetter(choice, this.best)) this.best = choice;
    const near = fixByReducedCost(node, node, relaxed, this.goal);
    const part: Node = { ...fixByReducedCost(near, this.root, this.relaxed, this.goal), bound };
    const pack = this.parted(part, relaxed);
    if (pack === 'again') return relaxed;
    this.put(
      pack ? [this.fewer(part, pack), this.more(part, pack)] : this.splitOptions(part, relaxed, choice),
    );
    return relaxed;
  }

  /** Opens what is left of parts. */
  private put(parts: readonly Node[]): void {
    for (const part of parts) {
      const left = this.narrowing.narrow(part);
      if (left) this.open.push({ ...left, bound: part.bound });
    }
  }

  private fewer(part: Node, { pack, taken }: Candidate): Node {
    return { ...part, most: part.most.with(pack, Math.floor(taken)) };
  }

  private more(part: Node, { pack, taken }: Candidate): Node {
    return { ...part, least: part.least.with(pack, Math.ceil(taken)) };
  }

  /** The pack that is worth most to branch on; null where all are whole; 'again' where trying it narrowed the part itself. */
  private parted(part: Node, { bound, values }: Relaxed): Candidate | 'again' | null {
    const first = this.starts.at(-1)!;
    const sums = [0, 1].map(
      way =>
        this.gains.reduce((s, g) => s + g.sum[way]!, 0) /
        Math.max(
          1,
          this.gains.reduce((s, g) => s + g.times[way]!, 0),
        ),
    );
    const expected = (p: number, way: 0 | 1) => {
      const { sum, times } = this.gains[p]!;
      return times[way] > 0 ? sum[way] / times[way] : sums[way]!;
    };
    const candidates = this.problem.packs.flatMap((_, pack): Candidate[] => {
      const taken = values[first + pack]!;
      const f = taken - Math.floor(taken);
      if (f < PART || f > 1 - PART) return [];
      return [{ pack, taken, gain: product(expected(pack, 0) * f, expected(pack, 1) * (1 - f)) }];
    });
    candidates.sort((a, b) => b.gain - a.gain);
    let best: Candidate | null = null;
    let tried = 0;
    let inVain = 0;
    for (const candidate of candidates) {
      const gains = this.gains[candidate.pack]!;
      if (Math.min(...gains.times) < TRIED && tried++ < TRY && inVain < IN_VAIN) {
        const narrowed = this.attempt(part, candidate, bound);
        if (narrowed) {
          this.put(narrowed);
          return 'again';
        }
        inVain = best && candidate.gain <= best.gain ? inVain + 1 : 0;
      }
      if (!best || candidate.gain > best.gain) best = candidate;
    }
    return best;
  }

  /** Tries what branching on a pack gains. Where one of the ways has nothing better, what is left of the part. */
  private attempt(part: Node, candidate: Candidate, bound: number): Node[] | null {
    const { pack, taken } = candidate;
    const f = taken - Math.floor(taken);
    const gains = this.gains[pack]!;
    const ways = [this.fewer(part, candidate), this.more(part, candidate)];
    const [down, up] = ways.map((way, i) => {
      const gained = Math.max(0, this.relaxation.guess(way, TRY_STEPS) - bound);
      if (Number.isFinite(gained)) {
        gains.sum[i]! += gained / (i === 0 ? f : 1 - f);
        gains.times[i]!++;
      }
      return gained;
    });
    candidate.gain = product(down!, up!);
    // A guess is none of a proof.
    const left = ways.filter((way, i) => {
      if (bound + [down!, up!][i]! < this.goal) return true;
      way.bound = Math.max(way.bound, this.relaxation.solve(way, this.goal).bound);
      return way.bound < this.goal;
    });
    return left.length < 2 ? left : null;
  }

  /** Both halves of the options of a group of which parts are taken, by value; nothing of a part that is a single choice. */
  private splitOptions(part: Node, { bound, values }: Relaxed, choice: Choice): Node[] {
    const { groups } = this.problem;
    const left = groups.map((_, g) => {
      const columns: number[] = [];
      for (let c = this.starts[g]!; c < this.starts[g + 1]!; c++) if (!part.off[c]) columns.push(c);
      return columns;
    });
    let group = -1;
    let least = Number.POSITIVE_INFINITY;
    left.forEach((columns, g) => {
      if (columns.length < 2) return;
      const most = columns.reduce((m, c) => Math.max(m, values[c]!), 0);
      if (most < least) [least, group] = [most, g];
    });
    const whole =
      least > 1 - PART && choice.over === 0 && choice.value <= bound + NEAR * Math.abs(bound) + EPS;
    // A single choice, or one that is all that the part promised: nothing of it is better.
    if (group < 0 || whole) return [];
    const columns = left[group]!;
    const valued = (c: number) => groups[group]!.options[c - this.starts[group]!]!.value;
    const mean = columns.reduce((sum, c) => sum + values[c]! * valued(c), 0);
    const low = columns.filter(c => valued(c) <= mean);
    const split = low.length > 0 && low.length < columns.length;
    const one = split ? low : [columns.reduce((a, c) => (values[c]! > values[a]! ? c : a))];
    const without = (gone: readonly number[]): Node => {
      const off = part.off.slice();
      for (const c of gone) off[c] = 1;
      return { ...part, off };
    };
    return [without(one), without(columns.filter(c => !one.includes(c)))];
  }
}

const product = (a: number, b: number): number => Math.max(LEAST, a) * Math.max(LEAST, b);
