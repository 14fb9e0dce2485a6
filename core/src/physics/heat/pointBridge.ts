/** A sheet that leads heat to or from a round thing in its middle, and gives it up at one face. */
export interface Disc {
  /** Of its material, W/mK. */
  conductivity: number;
  /** m. */
  thickness: number;
  /** At its face, W/m2K. */
  film: number;
}

/** A rod of metal from an outer sheet through insulation to the room. SI units. */
export interface PointCase {
  /** What it is fastened to, outside. */
  outer: Disc;
  /** Of the rod, W/mK. */
  conductivity: number;
  /** Of the rod, m. */
  radius: number;
  /** Through the insulation, m. */
  length: number;
  /** Of its head in the room, m. */
  head: number;
  /** What the head lies on; null where metal stands free of it. */
  lining: Disc | null;
  /** From a free metal face to the room, W/m2K. */
  film: number;
}

/**
 * What a rod adds, W/K, and the temperature factor of its head (0 outside, 1 in the room): sheet, rod and head in
 * series. A sheet with a face film takes heat round a disc like a fin without end, 2 pi k t x K1(x)/K0(x) with
 * x = r sqrt(h/kt) (Carslaw and Jaeger; from memory); the insulation round the rod is taken to let nothing through.
 */
export function pointBridge(c: PointCase): { adds: number; head: number } {
  const out = fin(c.outer, c.radius);
  const rod = (c.conductivity * Math.PI * c.radius ** 2) / c.length;
  const room = c.film * Math.PI * c.head ** 2 + (c.lining ? fin(c.lining, c.head) : 0);
  const cold = inSeries(out, rod);
  return { adds: inSeries(cold, room), head: room + cold > 0 ? room / (room + cold) : 1 };
}

/** Of two ways one after the other, W/K; none where either is none. */
const inSeries = (a: number, b: number): number => (a > 0 && b > 0 ? 1 / (1 / a + 1 / b) : 0);

/** What a sheet takes round a disc, W/K; nothing where either has no size. */
function fin({ conductivity, thickness, film }: Disc, radius: number): number {
  const carries = conductivity * thickness;
  if (!(carries > 0 && radius > 0)) return 0;
  const x = radius * Math.sqrt(film / carries);
  return 2 * Math.PI * carries * x * (besselK(1, x) / besselK(0, x));
}

/**
 * Modified Bessel function of the second kind, times exp(x) so that it can be had of any x > 0, by its integral over
 * exp(-x (cosh t - 1)) cosh(n t): the trapezoid rule is exact to rounding where its step is small beside the hump.
 */
export function besselK(order: 0 | 1, x: number): number {
  const step = Math.min(0.05, 0.3 / Math.sqrt(x));
  let sum = 0.5;
  for (let t = step; ; t += step) {
    const falls = x * (Math.cosh(t) - 1);
    sum += Math.exp(-falls) * (order === 1 ? Math.cosh(t) : 1);
    if (falls > 45) return sum * step;
  }
}
