/** Minutes for one of something: at best, likely, at worst. */
export type Rate = readonly [least: number, likely: number, most: number];

/** Minutes of work by what is done once. Common practice, no source: a careful first-timer is near the last of each. */
export const RATES = {
  /** Measure, cut and fix one batten. */
  batten: [6, 10, 16],
  /** A short ground or upright put in by itself, between others. */
  ground: [8, 12, 20],
  /** One board more of a size that is set up already. */
  board: [2, 3, 5],
  /** A size measured, drawn and set up. */
  size: [4, 6, 10],
} as const satisfies Record<string, Rate>;

/** Hours for so many of each: at best, likely, at worst. */
export function hoursOf(counts: Partial<Record<keyof typeof RATES, number>>): [number, number, number] {
  const sum = (i: 0 | 1 | 2) =>
    Object.entries(counts).reduce((t, [what, n]) => t + n * RATES[what as keyof typeof RATES][i], 0) / 60;
  return [sum(0), sum(1), sum(2)];
}
