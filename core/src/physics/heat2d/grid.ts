/**
 * Lines of a grid that lie on every edge and grow closer towards each (cosine spacing), about `cells` in all;
 * thin sheets get at least two. Edges in m, rising.
 */
export function gridLines(edges: readonly number[], cells: number): Float64Array {
  const weights = edges.slice(1).map((e, i) => Math.sqrt(e - edges[i]!));
  const total = weights.reduce((a, b) => a + b, 0);
  const lines = [edges[0]!];
  weights.forEach((w, i) => {
    const count = Math.max(2, Math.round((cells * w) / total));
    const [from, to] = [edges[i]!, edges[i + 1]!];
    for (let k = 1; k < count; k++)
      lines.push(from + ((to - from) * (1 - Math.cos((Math.PI * k) / count))) / 2);
    lines.push(to);
  });
  return Float64Array.from(lines);
}

/** Every distinct edge among some numbers, rising; those closer than `least` are one. */
export function distinct(values: readonly number[], least = 1e-9): number[] {
  return [...values].sort((a, b) => a - b).filter((v, i, all) => i === 0 || v - all[i - 1]! > least);
}

/** The interval of `lines` that holds a value. */
export function intervalOf(lines: Float64Array, value: number): number {
  let low = 0;
  let high = lines.length - 2;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (lines[middle]! <= value) low = middle;
    else high = middle - 1;
  }
  return low;
}
