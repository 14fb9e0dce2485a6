/**
 * Splits a whole number of millimetres by weights into whole millimetres that add up to it exactly
 * (largest remainders first). Weights are above 0.
 */
export function splitByWeight(total: number, weights: readonly number[]): number[] {
  const sum = weights.reduce((a, b) => a + b, 0);
  const exact = weights.map(w => (total * w) / sum);
  const parts = exact.map(Math.floor);
  const order = exact.map((e, i) => [e - Math.floor(e), i] as const).sort((a, b) => b[0] - a[0]);
  let left = total - parts.reduce((a, b) => a + b, 0);
  for (const [, i] of order) {
    if (left-- <= 0) break;
    parts[i]! += 1;
  }
  return parts;
}
