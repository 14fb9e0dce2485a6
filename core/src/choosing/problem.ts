/** One thing that may be chosen for a group. */
export interface Option {
  /** Its own in its group. */
  id: string;
  /** What is to be as little as possible, summed over all groups. */
  value: number;
  /** Of each limit, in its unit. */
  takes: readonly number[];
  /** So much of which packs. */
  uses: readonly (readonly [pack: number, amount: number])[];
}

/** What is bought whole, shared by all that use it. */
export interface Pack {
  /** In one, in the unit of the uses. */
  size: number;
  /** What one adds to the value. */
  value: number;
  /** What one takes of each limit. */
  takes: readonly number[];
  /** How many there are; null for as many as are asked for. */
  most: number | null;
  /** So much is at hand and goes first, in the unit of the uses; left out for none. */
  have?: number;
}

/** One option for each group, whole packs, under limits: least value. */
export interface ChoiceProblem {
  /** Each takes exactly one of its options. */
  groups: readonly { id: string; options: readonly Option[] }[];
  /** Most that may be taken of each. */
  limits: readonly number[];
  /** Of limits that may be passed: what one of its unit over adds to the value; null or left out for those that may not. */
  soft?: readonly (number | null)[];
  packs: readonly Pack[];
}

/** A choice and what it comes to. */
export interface Choice {
  /** Index of the option of each group. */
  options: readonly number[];
  /** Of options and packs. */
  value: number;
  /** Taken of each limit. */
  takes: readonly number[];
  /** Whole packs. */
  packs: readonly number[];
  /** By how much of its limit each is over, summed; packs there are not enough of count too. 0 for what can be done. */
  over: number;
}

/** Numbers this close are the same. */
export const EPS = 1e-9;
/** Smallest share of a value that the solver tells apart. */
export const NEAR = 1e-7;

/** Whether a choice is nearer to what can be done, or as near and of less value. */
export const isBetter = (a: Choice, b: Choice): boolean =>
  a.over < b.over - EPS || (a.over <= b.over + EPS && a.value < b.value - EPS);

/** So much of which pack: an option may name one twice. */
export function usesOf({ uses }: Option): Map<number, number> {
  const sums = new Map<number, number>();
  for (const [p, amount] of uses) sums.set(p, (sums.get(p) ?? 0) + amount);
  return sums;
}

/** Whole packs for so much. */
export const packsOf = (amount: number, { size, have = 0 }: Pack): number =>
  Math.max(0, Math.ceil((amount - have) / size - 1e-7));

/** What a choice comes to. Throws RangeError for an option that there is not. */
export function weigh(problem: ChoiceProblem, options: readonly number[]): Choice {
  const takes = problem.limits.map(() => 0);
  const amounts = problem.packs.map(() => 0);
  let value = 0;
  problem.groups.forEach(({ id, options: own }, g) => {
    const option = own[options[g]!];
    if (!option) throw new RangeError(`Group ${id} has no option ${options[g]}`);
    value += option.value;
    option.takes.forEach((t, i) => {
      takes[i]! += t;
    });
    for (const [pack, amount] of option.uses) amounts[pack]! += amount;
  });
  const packs = amounts.map((a, p) => packsOf(a, problem.packs[p]!));
  let over = 0;
  packs.forEach((n, p) => {
    const pack = problem.packs[p]!;
    value += n * pack.value;
    pack.takes.forEach((t, i) => {
      takes[i]! += n * t;
    });
    if (pack.most !== null) over += Math.max(0, n - pack.most) / Math.max(1, pack.most);
  });
  takes.forEach((t, i) => {
    const limit = problem.limits[i]!;
    const soft = problem.soft?.[i] ?? null;
    if (soft !== null) value += soft * Math.max(0, t - limit);
    else if (t > limit + 1e-7) over += (t - limit) / Math.max(1e-6, Math.abs(limit));
  });
  return { options: [...options], value, takes, packs, over };
}
