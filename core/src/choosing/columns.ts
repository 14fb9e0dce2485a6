import type { Highs, ModelData } from 'highs';
import { type Choice, type ChoiceProblem, packsOf, usesOf } from './problem.ts';

/** Column of each group's first option; the packs begin where the last ends. */
export const startsOf = ({ groups }: ChoiceProblem): number[] => sumsOf(groups.map(g => g.options.length));

/** Of none, the first, the first two and so on. */
function sumsOf(counts: readonly number[]): number[] {
  const sums = [0];
  for (const n of counts) sums.push(sums.at(-1)! + n);
  return sums;
}

/**
 * One of each group; as many packs as are used in all, and as many as the option of any one group uses: that a small need opens a whole
 * pack is what a bound by parts of packs does not see. No more than there is of each limit, what gives way given. The groups' rows come
 * first, in their order.
 */
export function limitRows(problem: ChoiceProblem, gives: readonly Give[]): LimitRow[] {
  const { groups, limits, packs } = problem;
  const options = startsOf(problem);
  const firstPack = options.at(-1)!;
  const no = Number.POSITIVE_INFINITY;
  const rows: LimitRow[] = [];
  const users = packs.map((): [group: number, column: number, amount: number][] => []);
  const taken = limits.map((): [number, number][] => []);
  groups.forEach(({ options: own }, g) => {
    rows.push({ lower: 1, upper: 1, entries: own.map((_, k) => [options[g]! + k, 1]) });
    own.forEach((o, k) => {
      for (const [p, amount] of usesOf(o)) users[p]!.push([g, options[g]! + k, amount]);
      for (const [i, t] of o.takes.entries()) taken[i]!.push([options[g]! + k, t]);
    });
  });
  packs.forEach((pack, p) => {
    for (const [i, t] of pack.takes.entries()) taken[i]!.push([firstPack + p, t]);
    // As `packsOf` lets pass what is a hair over whole packs.
    const all: LimitRow = {
      lower: -no,
      upper: (pack.have ?? 0) + pack.size * 1e-7,
      entries: [[firstPack + p, -pack.size]],
    };
    const each = new Map<number, LimitRow>();
    for (const [g, column, amount] of users[p]!) {
      if (amount <= 0) continue;
      all.entries.push([column, amount]);
      const row = each.get(g) ?? { lower: -no, upper: 0, entries: [[firstPack + p, -1]] };
      row.entries.push([column, packsOf(amount, pack)]);
      each.set(g, row);
    }
    rows.push(all, ...each.values());
  });
  gives.forEach((give, n) => {
    for (const i of give.limits) taken[i]!.push([firstPack + packs.length + n, -1]);
  });
  limits.forEach((limit, i) => {
    rows.push({ lower: -no, upper: limit, entries: taken[i]!.filter(([, t]) => t !== 0) });
  });
  return rows;
}

/** What one of each column adds to the value: of options, packs and what gives way. */
export const costsOf = ({ groups, packs }: ChoiceProblem, gives: readonly Give[]): number[] => [
  ...groups.flatMap(g => g.options.map(o => o.value)),
  ...packs.map(p => p.value),
  ...gives.map(g => g.cost),
];

/** The whole problem as the solver has it. Where limits give way, it is that which is to be as little as possible. */
export function modelData(highs: Highs, problem: ChoiceProblem, given?: readonly Give[]): ModelData {
  const gives = given ?? softGives(problem);
  const { packs } = problem;
  const options = startsOf(problem).at(-1)!;
  const whole = options + packs.length;
  const numCols = whole + gives.length;
  const rows = limitRows(problem, gives);
  const entries = rows.flatMap(r => r.entries);
  const costs = costsOf(problem, gives);
  return {
    numCols,
    numRows: rows.length,
    colCost: given ? costs.map((c, column) => (column < whole ? 0 : c)) : costs,
    colLower: Array.from({ length: numCols }, () => 0),
    colUpper: [
      ...Array.from({ length: options }, () => 1),
      ...packs.map(p => p.most ?? highs.infinity),
      ...gives.map(() => highs.infinity),
    ],
    rowLower: rows.map(r => r.lower),
    rowUpper: rows.map(r => r.upper),
    matrix: {
      format: 'csr',
      numRows: rows.length,
      numCols,
      starts: sumsOf(rows.map(r => r.entries.length)),
      indices: entries.map(([column]) => column),
      values: entries.map(([, value]) => value),
    },
    integrality: Array.from(
      { length: numCols },
      (_, c) => highs.constants.variableType[c < whole ? 'integer' : 'continuous'],
    ),
  };
}

/** Limits that give way by the same. */
export interface Give {
  /** Indices. */
  limits: readonly number[];
  /** What one of its unit counts. */
  cost: number;
}

/** Limits that may be passed, each by itself. */
export const softGives = ({ soft = [] }: ChoiceProblem): Give[] =>
  soft.flatMap((cost, i) => (cost === null ? [] : [{ limits: [i], cost }]));

/** Of the solver's rows. */
export interface LimitRow {
  /** Least that it may sum to, in its own unit. */
  lower: number;
  /** Most that it may sum to, in its own unit. */
  upper: number;
  /** What one of a column counts, in its own unit. */
  entries: [column: number, value: number][];
}

/** A row as it is added to a model. */
export const sparse = (entries: LimitRow['entries']): { indices: number[]; values: number[] } => ({
  indices: entries.map(([column]) => column),
  values: entries.map(([, value]) => value),
});

/** A choice as the solver has it. */
export function solutionOf(problem: ChoiceProblem, choice: Choice): Float64Array {
  const { groups, packs } = problem;
  const starts = startsOf(problem);
  const gives = softGives(problem);
  const values = new Float64Array(starts.at(-1)! + packs.length + gives.length);
  gives.forEach(({ limits: [i] }, n) => {
    values[starts.at(-1)! + packs.length + n] = Math.max(0, choice.takes[i!]! - problem.limits[i!]!);
  });
  groups.forEach((_, g) => {
    values[starts[g]! + choice.options[g]!] = 1;
  });
  values.set(choice.packs, starts.at(-1)!);
  return values;
}

/** The option of each group that has most of its one. */
export function chosenIn(problem: ChoiceProblem, values: ArrayLike<number>): number[] {
  const starts = startsOf(problem);
  return problem.groups.map(({ options }, g) => {
    let pick = 0;
    for (let k = 1; k < options.length; k++)
      if (values[starts[g]! + k]! > values[starts[g]! + pick]!) pick = k;
    return pick;
  });
}
