/** Minutes for one of something: at best, likely, at worst. */
type Rate = readonly [least: number, likely: number, most: number];

/** Hours or days: at best, likely, at worst. */
export type Effort = [least: number, likely: number, most: number];

/** Minutes of work by what is done once. Common practice, no source: a careful first-timer is near the last of each. */
const RATES = {
  /** Measure, cut and fix one batten. */
  batten: [6, 10, 16],
  /** A short ground or upright put in by itself, between others. */
  ground: [8, 12, 20],
  /** One board more of a size that is set up already. */
  board: [2, 3, 5],
  /** A size measured, drawn and set up. */
  size: [4, 6, 10],
  /** A rust spot: abraded, converted, rinsed, primed and painted, without its waiting. */
  spot: [15, 25, 45],
  /** A hole of one's own: cut, its edge primed, bonded, tested by water. */
  hole: [40, 80, 150],
  /** An old hole patched, primed and sealed. */
  patch: [6, 10, 18],
  /** A piece measured, marked and cut. */
  piece: [5, 9, 16],
  /** What a shape with cut-outs or corners asks for besides: a template, tried and trimmed. */
  template: [10, 25, 60],
  /** Steel degreased and a square metre of damping stuck and rolled down. */
  damped: [12, 20, 35],
  /** A stiff board offered up, eased and fixed. */
  boardIn: [3, 6, 12],
  /** A square metre of what is soft, put up. */
  softIn: [5, 9, 16],
  /** A square metre of film or membrane hung. */
  film: [3, 5, 10],
  /** A metre of seam wiped, taped and rubbed down. */
  taped: [1, 1.8, 3],
  /** A lining offered up, marked and screwed on. */
  hung: [10, 20, 40],
  /** A square metre of covering glued and trimmed. */
  covered: [12, 25, 45],
  /** A screen bound at its edge, or a curtain hemmed and hung. */
  sewn: [20, 40, 75],
  /** A metre of cable or conduit drawn in and labelled. */
  cable: [3, 6, 12],
} as const satisfies Record<string, Rate>;

/** How many of what is done. */
export type Counts = Partial<Record<keyof typeof RATES, number>>;

/** Hours for so many of each: at best, likely, at worst. */
export function workHours(counts: Counts): Effort {
  const sum = (i: 0 | 1 | 2) =>
    Object.entries(counts).reduce((t, [what, n]) => t + n * RATES[what as keyof typeof RATES][i], 0) / 60;
  return [sum(0), sum(1), sum(2)];
}

/** Both together. */
export const plus = (a: Effort, b: Effort): Effort => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
