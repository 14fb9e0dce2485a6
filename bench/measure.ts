/** One figure of the benchmark: how many times a reference measured in the same run, and what it may be at most. */
export interface Figure {
  name: string;
  /** Machines differ and drift by three times: for information. */
  value: number;
  unit: string;
  reference: { name: string; value: number };
  ratio: number;
  /** What the ratio is to stay under. */
  goal: number;
  met: boolean;
}

export function figure(
  name: string,
  value: number,
  unit: string,
  reference: Figure['reference'],
  goal: number,
): Figure {
  const ratio = value / reference.value;
  return {
    name,
    value: round(value),
    unit,
    reference: { ...reference, value: round(reference.value) },
    ratio: round(ratio),
    goal: round(goal),
    met: ratio <= goal,
  };
}

const round = (x: number) => Number(x.toPrecision(3));

export const quantile = (values: readonly number[], q: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * q))]!;

/** Median of each of some works, ms, after warming up, in turns: a slow minute slows all of them alike. */
export function mediansOf(works: readonly (() => unknown)[], runs = 80, warm = 120): number[] {
  for (let i = 0; i < warm; i++) for (const work of works) work();
  const times = works.map(() => [] as number[]);
  for (let i = 0; i < runs; i++)
    works.forEach((work, k) => {
      const start = performance.now();
      work();
      times[k]!.push(performance.now() - start);
    });
  return times.map(t => quantile(t, 0.5));
}
