/** One figure of the benchmark, measured against a reference of the same run. */
export interface Figure {
  name: string;
  value: number;
  unit: string;
  reference: { name: string; value: number };
  ratio: number;
  goal: string;
  met: boolean;
}

export function figure(
  name: string,
  value: number,
  unit: string,
  reference: Figure['reference'],
  goal: string,
  met: boolean,
): Figure {
  return {
    name,
    value: round(value),
    unit,
    reference: { ...reference, value: round(reference.value) },
    ratio: round(value / reference.value),
    goal,
    met,
  };
}

const round = (x: number) => Number(x.toPrecision(3));

export const quantile = (values: readonly number[], q: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * q))]!;

/** Median time of `work`, ms, after warming up. */
export function medianOf(work: () => void, runs = 80, warm = 120): number {
  for (let i = 0; i < warm; i++) work();
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
  return quantile(times, 0.5);
}
