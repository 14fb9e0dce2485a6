import type { Highs } from 'highs';
import { type ChoiceProblem, leastGiven } from '../../choosing/index.ts';
import type { FigureKey } from '../../figures/index.ts';
import type { Model } from './model.ts';

/** Limits that no choice keeps together. */
export interface LimitConflict {
  /** None of them can be left out: without any one of these the others can be kept. */
  between: FigureKey[];
  /** Each alone, if the others stay as they are: by so much it would have to give way, in its unit; null where that does not help. */
  alone: { limit: FigureKey; by: number | null }[];
  /** The least by which limits give way together: the sum of their shares is least. */
  together: { limit: FigureKey; by: number }[];
}

/** s for each question. */
const SECONDS = 4;

/** Which limits cannot be kept together, and what would have to give way. Null where all can, as packs are estimated. */
export function conflictIn(highs: Highs, { problem: whole, keys }: Model): LimitConflict | null {
  // What may be passed stands in nobody's way.
  const isHard = (i: number) => (whole.soft?.[i] ?? null) === null;
  const problem = only(whole, [...whole.limits.keys()].filter(isHard));
  const names = [...new Set(keys.filter((_, i) => isHard(i)))];
  const rows = (name: FigureKey) => keys.flatMap((k, i) => (k === name ? [i] : []));
  const scale = (name: FigureKey) => Math.max(1e-3, ...rows(name).map(i => Math.abs(problem.limits[i]!)));
  const given = (of: readonly FigureKey[], within: ChoiceProblem) =>
    leastGiven(
      highs,
      within,
      of.map(name => ({ limits: rows(name), cost: 1 / scale(name) })),
      SECONDS,
    );
  const together = given(names, problem);
  if (together?.every(by => by < 1e-6)) return null;
  // Left out one by one: what still cannot be kept without it was not part of it.
  let between = names;
  for (const name of names) {
    const rest = between.filter(n => n !== name);
    if (rest.length > 0 && !kept(given(rest, only(problem, rest.flatMap(rows))))) between = rest;
  }
  return {
    between,
    alone: between.map(limit => ({ limit, by: given([limit], problem)?.[0] ?? null })),
    together: names.flatMap((limit, i) => {
      const by = together?.[i] ?? 0;
      return by > 1e-6 ? [{ limit, by }] : [];
    }),
  };
}

const kept = (by: readonly number[] | null): boolean => by?.every(b => b < 1e-6) ?? false;

/** The problem with only these of its limits. */
const only = (problem: ChoiceProblem, rows: readonly number[]): ChoiceProblem => ({
  ...problem,
  limits: problem.limits.map((limit, i) => (rows.includes(i) ? limit : Number.MAX_SAFE_INTEGER)),
});
