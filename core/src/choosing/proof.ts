import type { Highs } from 'highs';
import { Branching } from './branching.ts';
import { type Give, modelData } from './columns.ts';
import { solveWithCuts } from './cuttingPlanes.ts';
import { dominated } from './dominated.ts';
import { bestNeighbour, neighbourhoodSearch } from './neighbourhood.ts';
import { type Choice, type ChoiceProblem, NEAR } from './problem.ts';
import { Relaxation } from './relaxation.ts';

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

/** ms between reports. */
const PAUSE = 200;

/** Of the time, what goes to cutting the relaxed problem and to searching near it, at most. */
const CUTTING = 0.25;
const NEARBY = 0.2;
/** Near the relaxed problem is searched so far, in so many steps. */
const AMONG = 0.01;
const STEPS = 30;
/** Parts between searches near them, and how far and in how many steps there. */
const EVERY = 15;
const AMONG_PART = 0.002;
const PART_STEPS = 2;

/**
 * Proves a choice the best or finds a better one: the relaxed problem is cut, what is near it is searched, the best of what is nearest
 * is found by HiGHS (Huangfu and Hall 2018, Parallelizing the dual revised simplex method, Math. Prog. Comp. 10, from memory), what is
 * too far from it is left out, and the rest is branched and cut. Throws Error where the solver fails.
 */
export function prove(highs: Highs, problem: ChoiceProblem, from: Choice, ask: ProofAsk): Proof {
  const begun = Date.now();
  const until = (share: number) => begun + share * 1000 * ask.seconds;
  const near = ask.near ?? NEAR;
  return highs.withModel(model => {
    const relaxation = new Relaxation(highs, model, problem);
    const root = { ...relaxation.whole, off: dominated(problem) };
    const tight = solveWithCuts(relaxation, problem, root, { goal: relaxation.top, ends: until(CUTTING) });
    const tree = new Branching(problem, relaxation, root, tight, from, near);
    const proof = (): Proof => {
      const { best, bound } = tree;
      const least = best.over > 0 ? bound : Math.min(bound, best.value);
      return {
        best,
        bound: least,
        proven:
          best.over > 0
            ? bound === Number.POSITIVE_INFINITY
            : best.value - least <= 2 * NEAR * Math.abs(best.value) + 1e-8,
      };
    };
    if (!tree.done) {
      tree.found(
        neighbourhoodSearch(problem, tight, tree.best, {
          share: AMONG,
          steps: STEPS,
          ends: until(CUTTING + NEARBY),
        }),
      );
      ask.report?.(proof());
    }
    if (!tree.done) {
      const left = tree.tighten(until(CUTTING + NEARBY));
      const { best, bound } = bestNeighbour(highs, problem, relaxation, left, tree.best, {
        seconds: ask.seconds,
        near,
      });
      tree.found(best);
      tree.raise(bound);
      ask.report?.(proof());
    }
    let told = Date.now();
    for (let parts = 0; !tree.done && Date.now() < until(1); parts++) {
      const relaxed = tree.step(until(1));
      if (relaxed && parts % EVERY === 0)
        tree.found(
          neighbourhoodSearch(problem, relaxed, null, {
            share: AMONG_PART,
            steps: PART_STEPS,
            ends: until(1),
          }),
        );
      if (Date.now() - told < PAUSE) continue;
      told = Date.now();
      ask.report?.(proof());
    }
    return proof();
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
