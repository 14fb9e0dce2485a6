import { startsOf } from './columns.ts';
import { type ChoiceProblem, usesOf } from './problem.ts';

/** By column of an option, 1 where another of its group is as good in everything; of equal ones the first is left. */
export function dominated(problem: ChoiceProblem): Uint8Array {
  const starts = startsOf(problem);
  const off = new Uint8Array(starts.at(-1)!);
  problem.groups.forEach(({ options }, g) => {
    const uses = options.map(usesOf);
    const order = [...options.keys()].sort((a, b) => options[a]!.value - options[b]!.value || a - b);
    const kept: number[] = [];
    for (const k of order) {
      if (kept.some(i => noMore(options[i]!.takes, options[k]!.takes) && isWithin(uses[i]!, uses[k]!)))
        off[starts[g]! + k] = 1;
      else kept.push(k);
    }
  });
  return off;
}

const noMore = (a: readonly number[], b: readonly number[]): boolean => a.every((t, i) => t <= b[i]!);

const isWithin = (a: ReadonlyMap<number, number>, b: ReadonlyMap<number, number>): boolean =>
  [...a].every(([pack, amount]) => amount <= (b.get(pack) ?? 0));
