import { type Choice, type ChoiceProblem, packsOf, weigh } from './problem.ts';

/** A choice as it is being changed: what one or two changes come to is told without weighing all of it again. */
export class Tally {
  /** Index of the option of each group. */
  readonly options: number[];
  private takes: number[] = [];
  private amounts: number[] = [];
  private counts: number[] = [];
  private value = 0;
  private short = 0;
  private readonly delta: Float64Array;
  private readonly touched: number[] = [];
  private readonly sums: Float64Array;

  constructor(
    private readonly problem: ChoiceProblem,
    options: readonly number[],
  ) {
    this.options = [...options];
    this.delta = new Float64Array(problem.packs.length);
    this.sums = new Float64Array(problem.limits.length);
    this.set(options);
  }

  /** Starts from another choice. */
  set(options: readonly number[]): void {
    const { groups, limits, packs } = this.problem;
    this.takes = limits.map(() => 0);
    this.amounts = packs.map(() => 0);
    this.value = 0;
    options.forEach((k, g) => {
      this.options[g] = k;
      const o = groups[g]!.options[k]!;
      this.value += o.value;
      for (let i = 0; i < limits.length; i++) this.takes[i]! += o.takes[i]!;
      for (const [p, amount] of o.uses) this.amounts[p]! += amount;
    });
    this.counts = this.amounts.map((a, p) => packsOf(a, packs[p]!));
    this.short = 0;
    this.counts.forEach((n, p) => {
      const pack = packs[p]!;
      this.value += n * pack.value;
      for (let i = 0; i < limits.length; i++) this.takes[i]! += n * pack.takes[i]!;
      this.short += shortOf(n, pack.most);
    });
  }

  /** Changes one group. */
  change(g: number, k: number): void {
    const options = [...this.options];
    options[g] = k;
    this.set(options);
  }

  /** The choice as it stands. */
  choice(): Choice {
    return weigh(this.problem, this.options);
  }

  /** Value and penalty for being over, if so many groups were changed: pairs of group and option. */
  costWith(penalty: number, ...changes: number[]): number {
    const { groups, limits, packs } = this.problem;
    const { touched, delta, sums } = this;
    let { value, short } = this;
    touched.length = 0;
    for (let i = 0; i < limits.length; i++) sums[i] = this.takes[i]!;
    for (let c = 0; c < changes.length; c += 2) {
      const own = groups[changes[c]!]!.options;
      const [was, now] = [own[this.options[changes[c]!]!]!, own[changes[c + 1]!]!];
      value += now.value - was.value;
      for (let i = 0; i < limits.length; i++) sums[i]! += now.takes[i]! - was.takes[i]!;
      for (const [p, amount] of was.uses) this.move(p, -amount);
      for (const [p, amount] of now.uses) this.move(p, amount);
    }
    for (const p of touched) {
      const by = delta[p]!;
      delta[p] = 0;
      if (by === 0) continue;
      const pack = packs[p]!;
      const more = packsOf(this.amounts[p]! + by, pack) - this.counts[p]!;
      if (more === 0) continue;
      value += more * pack.value;
      for (let i = 0; i < limits.length; i++) sums[i]! += more * pack.takes[i]!;
      short += shortOf(this.counts[p]! + more, pack.most) - shortOf(this.counts[p]!, pack.most);
    }
    let over = short;
    for (let i = 0; i < limits.length; i++) {
      const limit = limits[i]!;
      const taken = sums[i]!;
      const soft = this.problem.soft?.[i] ?? null;
      if (soft !== null) value += soft * Math.max(0, taken - limit);
      else if (taken > limit + 1e-7) over += (taken - limit) / Math.max(1e-6, Math.abs(limit));
    }
    return value + penalty * over;
  }

  private move(pack: number, by: number): void {
    if (this.delta[pack] === 0) this.touched.push(pack);
    this.delta[pack]! += by;
  }
}

/** Packs there are not enough of, as a share of those there are. */
const shortOf = (n: number, most: number | null): number =>
  most === null ? 0 : Math.max(0, n - most) / Math.max(1, most);
