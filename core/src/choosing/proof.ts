import type { Highs } from 'highs';
import { chosenIn, type Give, modelData, solutionOf } from './columns.ts';
import { type Choice, type ChoiceProblem, isBetter, weigh } from './problem.ts';

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
/** ms between reports. */
const PAUSE = 200;

/**
 * Proves a choice the best or finds a better one, by branch and cut: a binary for each option, a whole number for each pack
 * (HiGHS, Huangfu and Hall 2018, Parallelizing the dual revised simplex method, Math. Prog. Comp. 10, from memory). Throws Error
 * where the solver fails.
 */
export function prove(highs: Highs, problem: ChoiceProblem, from: Choice, ask: ProofAsk): Proof {
  let best = from;
  let bound = Number.NEGATIVE_INFINITY;
  const found = (values: ArrayLike<number> | undefined) => {
    const choice = values && weigh(problem, chosenIn(problem, values));
    if (choice && isBetter(choice, best)) best = choice;
  };
  const raise = (to: number | undefined) => {
    if (to !== undefined && Number.isFinite(to)) bound = Math.max(bound, to);
  };
  const { callbackType, modelStatus } = highs.constants;
  return highs.withModel(modelData(highs, problem), model => {
    model.options.set({
      output_flag: false,
      time_limit: ask.seconds,
      mip_rel_gap: ask.near ?? NEAR,
      mip_abs_gap: 0,
    });
    if (from.over === 0) model.setSolution({ colValue: solutionOf(problem, from) });
    let told = Date.now();
    model.run({
      [callbackType.mipImprovingSolution]: ({ data }) => {
        found(data.mip_solution);
      },
      [callbackType.mipInterrupt]: ({ data }) => {
        raise(data.mip_dual_bound);
        if (Date.now() - told < PAUSE) return;
        told = Date.now();
        ask.report?.({ best, bound, proven: false });
      },
    });
    const status = model.getModelStatus();
    if (status === modelStatus.infeasible) return { best, bound: Number.POSITIVE_INFINITY, proven: true };
    if (status === modelStatus.optimal || status === modelStatus.timeLimit) {
      raise(model.info.get('mip_dual_bound') as number);
      if (Number.isFinite(model.info.get('objective_function_value') as number))
        found(model.getSolution().colValue);
    } else throw new Error(`The solver ended with status ${status}`);
    bound = Math.min(bound, best.over === 0 ? best.value : Number.POSITIVE_INFINITY);
    return { best, bound, proven: status === modelStatus.optimal && ask.near === undefined };
  });
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
