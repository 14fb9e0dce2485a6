import type { ChoiceProblem } from './problem.ts';

/** What the relaxed problem tells. */
export interface RelaxedSolution {
  /** No choice has less value; minus infinity where nothing can be said. */
  bound: number;
  /** By group, the options in the order of their value at these prices, the best first. */
  ranked: number[][];
}

/** Steps of the subgradient. */
const STEPS = 400;

/**
 * Lagrangian relaxation of the limits, with packs bought by the part: prices that make the limits hold on the whole, and a
 * bound (Fisher 1981, The Lagrangian relaxation method for solving integer programming problems, from memory). `goal` is the
 * value of a choice that can be done, or a guess.
 */
export function relax(problem: ChoiceProblem, goal: number): RelaxedSolution {
  const { groups, limits, packs } = problem;
  // An option's own share of the packs it opens, by the part.
  const costs = groups.map(({ options }) =>
    options.map(o => {
      const takes = [...o.takes];
      let value = o.value;
      for (const [p, amount] of o.uses) {
        const pack = packs[p]!;
        const part = amount / pack.size;
        value += part * pack.value;
        pack.takes.forEach((t, i) => {
          takes[i]! += part * t;
        });
      }
      return { value, takes };
    }),
  );
  // What is at hand is bought by nobody: packs by the part count less by it.
  const saved = packs.map(({ have = 0, size, value, takes }) => ({
    value: (have / size) * value,
    takes: takes.map(t => (have / size) * t),
  }));
  const savedTakes = limits.map((_, i) => saved.reduce((sum, s) => sum + s.takes[i]!, 0));
  const savedValue = saved.reduce((sum, s) => sum + s.value, 0);
  let prices = limits.map(() => 0);
  let best = { bound: Number.NEGATIVE_INFINITY, prices };
  let step = 1;
  let stale = 0;
  for (let n = 0; n < STEPS; n++) {
    const taken = savedTakes.map(t => -t);
    let bound = limits.reduce((sum, limit, i) => sum - prices[i]! * (limit + savedTakes[i]!), -savedValue);
    for (const options of costs) {
      let least = Number.POSITIVE_INFINITY;
      let pick = options[0]!;
      for (const o of options) {
        let cost = o.value;
        for (let i = 0; i < prices.length; i++) cost += prices[i]! * o.takes[i]!;
        if (cost < least) [least, pick] = [cost, o];
      }
      bound += least;
      pick.takes.forEach((t, i) => {
        taken[i]! += t;
      });
    }
    if (bound > best.bound + 1e-12) [best, stale] = [{ bound, prices: [...prices] }, 0];
    else if (++stale > 12) [step, stale] = [step * 0.7, 0];
    const slack = taken.map((t, i) => t - limits[i]!);
    const norm = slack.reduce((sum, s, i) => sum + (s / scale(limits[i]!)) ** 2, 0);
    if (norm < 1e-18) break;
    const gap = Math.max(1e-6 * Math.abs(goal), goal - bound);
    // Passing a soft limit costs so much and no more: no price of it is higher.
    prices = prices.map((p, i) =>
      Math.min(
        problem.soft?.[i] ?? Number.POSITIVE_INFINITY,
        Math.max(0, p + (step * gap * (slack[i]! / scale(limits[i]!))) / norm / scale(limits[i]!)),
      ),
    );
  }
  const ranked = costs.map(options => {
    const cost = options.map(o => o.value + o.takes.reduce((sum, t, i) => sum + t * best.prices[i]!, 0));
    return options.map((_, k) => k).sort((a, b) => cost[a]! - cost[b]! || a - b);
  });
  return { bound: best.bound, ranked };
}

const scale = (limit: number): number => Math.max(1e-6, Math.abs(limit));
