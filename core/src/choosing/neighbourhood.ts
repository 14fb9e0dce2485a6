import type { Highs } from 'highs';
import { chosenIn, type LimitRow, modelData, solutionOf, sparse, startsOf } from './columns.ts';
import { type Choice, type ChoiceProblem, isBetter, weigh } from './problem.ts';
import type { Relaxation, Relaxed } from './relaxation.ts';
import { ChoiceSearch } from './search.ts';

/** So many options that can be in anything better go to the other solver whole, and so much of the time. */
const LEFT = 700;
const LEFT_TIME = 0.4;
/** Else so many of each group that are nearest, for so much of the time, and how near the best of them is near enough, as a share. */
const FEW = 20;
const FEW_TIME = 0.2;
const FEW_NEAR = 2e-3;
/** Share of the value that numbers are given the benefit of before an option is left out. */
const FAR = 1e-6;

/** The problem with some options of each group. */
function onlyOf(problem: ChoiceProblem, among: readonly (readonly number[])[]): ChoiceProblem {
  return {
    ...problem,
    groups: problem.groups.map(({ id, options }, g) => ({ id, options: among[g]!.map(k => options[k]!) })),
  };
}

/**
 * The best that a search finds among options that the relaxed problem takes, or that would cost no more than a share of the value there,
 * and those of a choice to begin with, until `ends` in ms of the clock.
 */
export function neighbourhoodSearch(
  problem: ChoiceProblem,
  { reduced, values, bound }: Relaxed,
  from: Choice | null,
  { share, steps, ends }: { share: number; steps: number; ends: number },
): Choice {
  const starts = startsOf(problem);
  const begin = from?.options ?? chosenIn(problem, values);
  const among = problem.groups.map(({ options }, g) =>
    [...options.keys()].filter(k => {
      const column = starts[g]! + k;
      return k === begin[g] || values[column]! > 0 || reduced[column]! <= share * Math.abs(bound);
    }),
  );
  const search = new ChoiceSearch(onlyOf(problem, among), {
    from: begin.map((k, g) => among[g]!.indexOf(k)),
  });
  for (let i = 0; i < steps && Date.now() < ends && !search.proven; i++) search.step();
  return weigh(
    problem,
    search.best.options.map((k, g) => among[g]![k]!),
  );
}

/**
 * The best among the options of each group that would cost least in the relaxed problem, and those of a choice; among all that can be
 * in anything better where they are few: then the bound is one of all choices.
 */
export function bestNeighbour(
  highs: Highs,
  problem: ChoiceProblem,
  { cuts }: Relaxation,
  { bound, reduced, values }: Relaxed,
  best: Choice,
  { seconds, near }: { seconds: number; near: number },
): { best: Choice; bound: number } {
  const starts = startsOf(problem);
  const room = best.over > 0 ? Number.MAX_VALUE : best.value - bound + FAR * Math.abs(best.value);
  const left = problem.groups.map(({ options }, g) =>
    [...options.keys()]
      .filter(k => reduced[starts[g]! + k]! <= room)
      .sort((a, b) => {
        const [i, j] = [starts[g]! + a, starts[g]! + b];
        return reduced[i]! - reduced[j]! || values[j]! - values[i]!;
      }),
  );
  const all = left.reduce((sum, l) => sum + l.length, 0) <= LEFT;
  const among = left.map((l, g) => [...new Set([best.options[g]!, ...(all ? l : l.slice(0, FEW))])]);
  const few = onlyOf(problem, among);
  const columns = new Map<number, number>();
  const fewStarts = startsOf(few);
  among.forEach((own, g) => {
    own.forEach((k, i) => {
      columns.set(starts[g]! + k, fewStarts[g]! + i);
    });
  });
  problem.packs.forEach((_, p) => {
    columns.set(starts.at(-1)! + p, fewStarts.at(-1)! + p);
  });
  return highs.withModel(modelData(highs, few), model => {
    model.options.set({
      output_flag: false,
      time_limit: seconds * (all ? LEFT_TIME : FEW_TIME),
      mip_rel_gap: all ? near : Math.max(near, FEW_NEAR),
      mip_abs_gap: 0,
      mip_allow_restart: false,
    });
    for (const { lower, upper, entries } of cuts) {
      const own = entries.flatMap(([c, v]): LimitRow['entries'] =>
        columns.has(c) ? [[columns.get(c)!, v]] : [],
      );
      model.addRow(lower, upper, sparse(own));
    }
    if (best.over === 0)
      model.setSolution({ colValue: solutionOf(few, { ...best, options: among.map(() => 0) }) });
    let found = best;
    const improve = (solution: ArrayLike<number> | undefined) => {
      if (!solution) return;
      const choice = weigh(
        problem,
        chosenIn(few, solution).map((k, g) => among[g]![k]!),
      );
      if (isBetter(choice, found)) found = choice;
    };
    model.run({
      [highs.constants.callbackType.mipImprovingSolution]: ({ data }) => {
        improve(data.mip_solution);
      },
    });
    const { infeasible, optimal, timeLimit } = highs.constants.modelStatus;
    const status = model.getModelStatus();
    if (status === infeasible) return { best: found, bound: all ? Number.POSITIVE_INFINITY : bound };
    if (status !== optimal && status !== timeLimit) throw new Error(`The solver ended with status ${status}`);
    if (status === optimal) improve(model.getSolution().colValue);
    return { best: found, bound: all ? (model.info.get('mip_dual_bound') as number) : bound };
  });
}
