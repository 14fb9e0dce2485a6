import type { Highs } from 'highs';
import { chosenIn, type Give, modelData, solutionOf, sparse, startsOf } from './columns.ts';
import { type Choice, type ChoiceProblem, isBetter, weigh } from './problem.ts';
import { ChoiceSearch } from './search.ts';
import { type Tightened, tighten } from './tightened.ts';

/** How far a proof is. */
export interface Proof {
  /** The best known. */
  best: Choice;
  /** No choice that keeps its limits has less value; infinite where none keeps them. */
  bound: number;
  /** Nothing is better than the best; nothing keeps all limits, where the best is over. */
  proven: boolean;
}

/** How long to go on, and how near is near enough. */
export interface ProofAsk {
  /** s. */
  seconds: number;
  /** Share of the value; the very best where it is left out. */
  near?: number;
  /** Told about five times a second of the best choice and bound so far. */
  report?: (proof: Proof) => void;
}

/** Smallest share that is told apart. */
const NEAR = 1e-7;
/** Share of the value that numbers are given the benefit of before an option is left out. */
const FAR = 1e-6;
/** ms between reports. */
const PAUSE = 200;

/** Of the time, what goes to cutting the relaxed problem, and to searching near it, at most. */
const CUTTING = 0.25;
const NEARBY = 0.2;
/** Options that would cost no more than this share of the value in the relaxed problem are searched among, so many steps. */
const AMONG = 0.01;
const STEPS = 30;

/**
 * Proves a choice the best or finds a better one: the relaxed problem is cut, what is near it is searched, what is too far from it
 * is left out, and the rest goes to branch and cut with a binary for each option and a whole number for each pack
 * (HiGHS, Huangfu and Hall 2018, Parallelizing the dual revised simplex method, Math. Prog. Comp. 10, from memory). Throws Error
 * where the solver fails.
 */
export function prove(highs: Highs, problem: ChoiceProblem, from: Choice, ask: ProofAsk): Proof {
  const ends = Date.now() + ask.seconds * 1000;
  let best = from;
  let bound = Number.NEGATIVE_INFINITY;
  const found = (choice: Choice | null) => {
    if (choice && isBetter(choice, best)) best = choice;
  };
  const raise = (to: number | undefined) => {
    if (to !== undefined && Number.isFinite(to)) bound = Math.max(bound, to);
  };
  const tight = tighten(highs, problem, CUTTING * ask.seconds);
  if (tight?.bound === Number.POSITIVE_INFINITY && from.over > 0)
    return { best, bound: tight.bound, proven: true };
  if (tight) {
    raise(tight.bound);
    found(nearIt(problem, tight, from, Date.now() + NEARBY * 1000 * ask.seconds));
    ask.report?.({ best, bound, proven: false });
  }
  const { callbackType, modelStatus } = highs.constants;
  const near = ask.near ?? NEAR;
  return highs.withModel(modelData(highs, problem), model => {
    model.options.set({
      output_flag: false,
      time_limit: Math.max(0.05, (ends - Date.now()) / 1000),
      mip_rel_gap: near,
      mip_abs_gap: 0,
      // It would presolve again and again: what is far is left out already.
      mip_allow_restart: false,
    });
    for (const { lower, upper, entries } of tight?.rows ?? []) model.addRow(lower, upper, sparse(entries));
    if (best.over === 0) {
      // Whatever has one of these is worse than the best by then.
      const far = tight ? farFrom(problem, tight, best.value) : [];
      const no = far.map(() => 0);
      model.changeColsBounds({ kind: 'set', indices: far }, no, no);
      model.setSolution({ colValue: solutionOf(problem, best) });
    }
    let told = Date.now();
    model.run({
      [callbackType.mipImprovingSolution]: ({ data }) => {
        found(choiceOf(problem, data.mip_solution));
      },
      [callbackType.mipInterrupt]: ({ data }) => {
        raise(data.mip_dual_bound);
        if (Date.now() - told < PAUSE) return;
        told = Date.now();
        ask.report?.({ best, bound, proven: false });
      },
    });
    const status = model.getModelStatus();
    // Nothing keeps all limits; or, what is far left out, nothing is better than the best.
    if (status === modelStatus.infeasible)
      return { best, bound: best.over > 0 ? Number.POSITIVE_INFINITY : best.value, proven: true };
    if (status === modelStatus.optimal || status === modelStatus.timeLimit) {
      raise(model.info.get('mip_dual_bound') as number);
      if (Number.isFinite(model.info.get('objective_function_value') as number))
        found(choiceOf(problem, model.getSolution().colValue));
    } else throw new Error(`The solver ended with status ${status}`);
    bound = Math.min(bound, best.over === 0 ? best.value : Number.POSITIVE_INFINITY);
    return { best, bound, proven: status === modelStatus.optimal && ask.near === undefined };
  });
}

const choiceOf = (problem: ChoiceProblem, values: ArrayLike<number> | undefined): Choice | null =>
  values ? weigh(problem, chosenIn(problem, values)) : null;

/** The best among options that the relaxed problem takes or nearly takes, and those of a choice to begin with. */
function nearIt(
  problem: ChoiceProblem,
  { reduced, values, bound }: Tightened,
  from: Choice,
  ends: number,
): Choice {
  const starts = startsOf(problem);
  const among = problem.groups.map(({ options }, g) =>
    [...options.keys()].filter(k => {
      const column = starts[g]! + k;
      return k === from.options[g] || values[column]! > 0 || reduced[column]! <= AMONG * Math.abs(bound);
    }),
  );
  const few: ChoiceProblem = {
    ...problem,
    groups: problem.groups.map(({ id, options }, g) => ({ id, options: among[g]!.map(k => options[k]!) })),
  };
  const search = new ChoiceSearch(few, { from: from.options.map((k, g) => among[g]!.indexOf(k)) });
  for (let i = 0; i < STEPS && Date.now() < ends && !search.proven; i++) search.step();
  return weigh(
    problem,
    search.best.options.map((k, g) => among[g]![k]!),
  );
}

/** Columns of options that no choice better than `value` has. */
function farFrom(problem: ChoiceProblem, { reduced, bound }: Tightened, value: number): number[] {
  const room = value - bound + FAR * Math.abs(value);
  const options = startsOf(problem).at(-1)!;
  return [...reduced.keys()].filter(c => c < options && reduced[c]! > room);
}

/**
 * The least by which limits have to give way for any choice to keep them, by give, in units of its limits; null where that is not enough.
 * `seconds` at most: what was found by then may be more than the least. Throws Error where the solver fails.
 */
export function leastGiven(
  highs: Highs,
  problem: ChoiceProblem,
  gives: readonly Give[],
  seconds: number,
): number[] | null {
  return highs.withModel(modelData(highs, problem, gives), model => {
    model.options.set({ output_flag: false, time_limit: seconds });
    model.run();
    const { infeasible, optimal, timeLimit } = highs.constants.modelStatus;
    const status = model.getModelStatus();
    if (status === infeasible) return null;
    if (status !== optimal && status !== timeLimit) throw new Error(`The solver ended with status ${status}`);
    const { colValue } = model.getSolution();
    if (!Number.isFinite(model.info.get('objective_function_value') as number)) return null;
    return gives.map((_, i) => Math.max(0, colValue[colValue.length - gives.length + i]!));
  });
}
