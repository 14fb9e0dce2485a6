import type { Highs, Model } from 'highs';
import { costsOf, type LimitRow, limitRows, softGives, startsOf } from './columns.ts';
import { type ChoiceProblem, type Option, usesOf } from './problem.ts';

/** A part of all choices. */
export interface Subproblem {
  /** Of each pack, so many at least. */
  least: Float64Array;
  /** Of each pack, so many at most. */
  most: Float64Array;
  /** By column of an option, 1 where it is left out. */
  off: Uint8Array;
}

/** The relaxed problem of a part. */
export interface Relaxed {
  /** No choice of the part that keeps its limits has less value; infinite where none keeps them. */
  bound: number;
  /** By column, how much of it is taken. */
  values: Float64Array;
  /** By column of an option, by how much more than the bound the value is at least with it; infinite where it is left out. */
  reduced: Float64Array;
  /** By pack, what each more than the least of the part adds to the bound at least; as a negative, what each fewer than the most does. */
  rates: Float64Array;
}

/** Options of a group that come in at a time. */
const IN = 6;
/** What an option has to promise to come in, as a share of the value. */
const PROMISES = 1e-9;
/** Solves that a cut may tell nothing in, and so many such cuts are taken out together. */
const IDLE = 40;
const TOGETHER = 40;

interface Cut {
  row: LimitRow;
  byColumn: Map<number, number>;
  idle: number;
}

/**
 * The linear relaxation of a choice, parts of options and of packs allowed, over those options that it took so far: of all others it is
 * reckoned what they would save, and they come in where they do (column generation: Dantzig and Wolfe 1960, Decomposition principle
 * for linear programs, from memory). Each group may take nothing at a price that no choice is worth, so that there is always an answer.
 */
export class Relaxation {
  /** No choice that keeps its limits has more value. */
  readonly top: number;
  /** Cuts added and not taken out again. */
  get cuts(): readonly LimitRow[] {
    return this.own.map(c => c.row);
  }
  private readonly starts: number[];
  private readonly rows: LimitRow[];
  private readonly costs: Float64Array;
  private readonly numOptions: number;
  private readonly entries: [row: number, value: number][][];
  /** By the model's column the option, pack or give; -1 for nothing. */
  private readonly columns: number[] = [];
  private readonly within: Uint8Array;
  private own: Cut[] = [];

  constructor(
    private readonly highs: Highs,
    private readonly model: Model,
    private readonly problem: ChoiceProblem,
  ) {
    const gives = softGives(problem);
    this.starts = startsOf(problem);
    this.numOptions = this.starts.at(-1)!;
    this.rows = limitRows(problem, gives);
    this.costs = Float64Array.from(costsOf(problem, gives));
    this.entries = Array.from(this.costs, () => []);
    this.rows.forEach(({ entries }, r) => {
      for (const [c, v] of entries) this.entries[c]!.push([r, v]);
    });
    this.within = new Uint8Array(this.numOptions);
    this.top = topOf(problem);
    model.options.set({ output_flag: false, presolve: 'off' });
    for (const { lower, upper } of this.rows) model.addRow(lower, upper, { indices: [], values: [] });
    const dear =
      2 *
      problem.groups.reduce(
        (sum, { options }) => sum + Math.max(...options.map(o => Math.abs(o.value))),
        Math.abs(this.top) + 1,
      );
    problem.groups.forEach((_, g) => {
      model.addCol(dear, 0, highs.infinity, { indices: [g], values: [1] });
      this.columns.push(-1);
    });
    for (let c = this.numOptions; c < this.costs.length; c++) this.bring(c);
  }

  /** All choices. */
  get whole(): Subproblem {
    const { packs } = this.problem;
    return {
      least: new Float64Array(packs.length),
      most: Float64Array.from(packs, p => p.most ?? Number.POSITIVE_INFINITY),
      off: new Uint8Array(this.numOptions),
    };
  }

  /** The relaxed problem of a part; once it is known to be no better than `goal`, no nearer than that. Throws Error where the solver fails. */
  solve(part: Subproblem, goal: number): Relaxed {
    this.take(part);
    for (;;) {
      const value = this.run();
      if (value === null) {
        // Even with nothing taken: what takes less than nothing may yet help.
        if (this.bringAll(part)) continue;
        return {
          bound: Number.POSITIVE_INFINITY,
          values: new Float64Array(this.costs.length),
          reduced: new Float64Array(this.numOptions).fill(Number.POSITIVE_INFINITY),
          rates: new Float64Array(part.least.length),
        };
      }
      const { colValue, rowDual } = this.model.getSolution();
      const { reduced, rates } = this.priced(rowDual);
      const promising: number[] = [];
      let bound = value;
      this.problem.groups.forEach((_, g) => {
        let most = 0;
        const saving: number[] = [];
        for (let c = this.starts[g]!; c < this.starts[g + 1]!; c++) {
          if (part.off[c]) continue;
          most = Math.min(most, reduced[c]!);
          if (!this.within[c] && reduced[c]! < -PROMISES * Math.abs(value)) saving.push(c);
        }
        for (let c = this.starts[g]!; c < this.starts[g + 1]!; c++)
          reduced[c] = part.off[c] ? Number.POSITIVE_INFINITY : reduced[c]! - most;
        bound += most;
        promising.push(...saving.sort((a, b) => reduced[a]! - reduced[b]!).slice(0, IN));
      });
      if (promising.length > 0 && bound < goal) {
        for (const c of promising) this.bring(c);
        continue;
      }
      const values = new Float64Array(this.costs.length);
      this.columns.forEach((c, i) => {
        if (c >= 0) values[c] = colValue[i]!;
      });
      return { bound, values, reduced, rates };
    }
  }

  /** About what a part comes to, over the options it took so far and in so many steps: a guess; infinite where it seems to have none. */
  guess(part: Subproblem, steps: number): number {
    const { model } = this;
    const before = model.getBasis();
    const limit = model.options.get('simplex_iteration_limit');
    this.take(part);
    model.options.set('simplex_iteration_limit', steps);
    model.run();
    const none = model.getModelStatus() === this.highs.constants.modelStatus.infeasible;
    const value = none ? Number.POSITIVE_INFINITY : (model.info.get('objective_function_value') as number);
    model.options.set('simplex_iteration_limit', limit);
    model.setBasis(before);
    return value;
  }

  /** Adds rows that no whole choice breaks. Takes those out that have told nothing for long. */
  cut(rows: readonly LimitRow[]): void {
    const idle = this.own.filter(c => c.idle > IDLE);
    if (idle.length >= TOGETHER) {
      const gone = this.own.flatMap((c, i) => (c.idle > IDLE ? [this.rows.length + i] : []));
      this.model.deleteRows({ kind: 'set', indices: gone });
      this.own = this.own.filter(c => c.idle <= IDLE);
    }
    for (const row of rows) {
      const byColumn = new Map(row.entries);
      const indices: number[] = [];
      const values: number[] = [];
      this.columns.forEach((c, i) => {
        const v = byColumn.get(c);
        if (v === undefined) return;
        indices.push(i);
        values.push(v);
      });
      this.model.addRow(row.lower, row.upper, { indices, values });
      this.own.push({ row, byColumn, idle: 0 });
    }
  }

  private take({ least, most, off }: Subproblem): void {
    const n = this.numOptions;
    const indices: number[] = [];
    const lower: number[] = [];
    const upper: number[] = [];
    this.columns.forEach((c, i) => {
      if (c < 0 || c >= n + least.length) return;
      indices.push(i);
      lower.push(c < n ? 0 : least[c - n]!);
      // One at most by the row of its group: a bound of its own would hide what it saves.
      upper.push(c < n ? (off[c] ? 0 : Number.POSITIVE_INFINITY) : most[c - n]!);
    });
    this.model.changeColsBounds({ kind: 'set', indices }, lower, upper);
  }

  private run(): number | null {
    const { infeasible, optimal } = this.highs.constants.modelStatus;
    this.model.run();
    const status = this.model.getModelStatus();
    if (status === infeasible) return null;
    if (status !== optimal) throw new Error(`The solver ended with status ${status}`);
    return this.model.info.get('objective_function_value') as number;
  }

  private bring(c: number): void {
    const indices = this.entries[c]!.map(([r]) => r);
    const values = this.entries[c]!.map(([, v]) => v);
    this.own.forEach(({ byColumn }, i) => {
      const v = byColumn.get(c);
      if (v === undefined) return;
      indices.push(this.rows.length + i);
      values.push(v);
    });
    this.model.addCol(this.costs[c]!, 0, this.highs.infinity, { indices, values });
    this.columns.push(c);
    if (c < this.numOptions) this.within[c] = 1;
  }

  /** Whether there were any of the part's options to bring. */
  private bringAll({ off }: Subproblem): boolean {
    let any = false;
    for (let c = 0; c < this.numOptions; c++) {
      if (off[c] || this.within[c]) continue;
      this.bring(c);
      any = true;
    }
    return any;
  }

  /** What options and packs would change the value by at these prices of the rows. */
  private priced(prices: Float64Array): { reduced: Float64Array; rates: Float64Array } {
    const changes = this.costs.slice(0, this.numOptions + this.problem.packs.length);
    const less = ({ entries }: LimitRow, price: number) => {
      if (price === 0) return;
      for (const [c, v] of entries) if (c < changes.length) changes[c]! -= price * v;
    };
    this.rows.forEach((row, r) => {
      less(row, prices[r]!);
    });
    this.own.forEach((cut, i) => {
      const price = prices[this.rows.length + i]!;
      cut.idle = price === 0 ? cut.idle + 1 : 0;
      less(cut.row, price);
    });
    return { reduced: changes.subarray(0, this.numOptions), rates: changes.subarray(this.numOptions) };
  }
}

/** More than no choice that keeps its limits comes to. */
function topOf({ groups, limits, packs, soft }: ChoiceProblem): number {
  const most = (of: (o: Option) => number) =>
    groups.reduce((sum, g) => sum + Math.max(...g.options.map(of)), 0);
  const uses = new Map(groups.flatMap(g => g.options.map(o => [o, usesOf(o)] as const)));
  const counts = packs.map((p, i) => Math.ceil(most(o => uses.get(o)!.get(i) ?? 0) / p.size) + 1);
  let top = most(o => o.value);
  packs.forEach((p, i) => {
    top += Math.max(0, counts[i]! * p.value);
  });
  limits.forEach((limit, i) => {
    const cost = soft?.[i];
    if (cost === null || cost === undefined) return;
    const taken =
      most(o => o.takes[i]!) + packs.reduce((sum, p, q) => sum + Math.max(0, counts[q]! * p.takes[i]!), 0);
    top += cost * Math.max(0, taken - limit);
  });
  return top + 1e-6 * Math.abs(top) + 1;
}
