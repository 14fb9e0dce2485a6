/** A layer for periodic heat flow: m, W/mK, kg/m3, J/kgK. */
export interface PeriodicLayer {
  /** m. */
  thickness: number;
  /** W/mK. */
  conductivity: number;
  /** kg/m3. */
  density: number;
  /** J/kgK. */
  heatCapacity: number;
}

export interface Periodic {
  /** Steady, W/m2K. */
  uValue: number;
  /** Periodic, |Y12|, W/m2K. */
  transmittance: number;
  /** What of a swing outside arrives, as a share of steady, 0 to 1. */
  decrement: number;
  /** How much later it arrives, h. */
  lag: number;
}

type Complex = readonly [number, number];
const times = ([a, b]: Complex, [c, d]: Complex): Complex => [a * c - b * d, a * d + b * c];
const plus = ([a, b]: Complex, [c, d]: Complex): Complex => [a + c, b + d];
const scaled = ([a, b]: Complex, k: number): Complex => [a * k, b * k];

interface Matrix {
  a: Complex;
  b: Complex;
  c: Complex;
  d: Complex;
}

const product = (m: Matrix, n: Matrix): Matrix => ({
  a: plus(times(m.a, n.a), times(m.b, n.c)),
  b: plus(times(m.a, n.b), times(m.b, n.d)),
  c: plus(times(m.c, n.a), times(m.d, n.c)),
  d: plus(times(m.c, n.b), times(m.d, n.d)),
});

const film = (r: number): Matrix => ({ a: [1, 0], b: [-r, 0], c: [0, 0], d: [1, 0] });

/** Heat transfer matrix of a layer for a period in s (ISO 13786:2017 clause 7.1, from memory). */
function layerMatrix(
  { thickness, conductivity, density, heatCapacity }: PeriodicLayer,
  period: number,
): Matrix {
  const depth = Math.sqrt((conductivity * period) / (Math.PI * density * heatCapacity));
  const x = thickness / depth;
  const [ch, sh, cos, sin] = [Math.cosh(x), Math.sinh(x), Math.cos(x), Math.sin(x)];
  const a: Complex = [ch * cos, sh * sin];
  const b = scaled([sh * cos + ch * sin, ch * sin - sh * cos], -depth / (2 * conductivity));
  const c = scaled([sh * cos - ch * sin, sh * cos + ch * sin], -conductivity / depth);
  return { a, b, c, d: a };
}

/** How a wall answers a swing of temperature: layers from the inside out, air layers as plain resistances. */
export function periodic(
  layers: readonly (PeriodicLayer | { resistance: number })[],
  rsi: number,
  rse: number,
  period = 86_400,
): Periodic {
  let m = film(rsi);
  let r = rsi + rse;
  for (const layer of layers) {
    if ('resistance' in layer) {
      m = product(film(layer.resistance), m);
      r += layer.resistance;
    } else {
      m = product(layerMatrix(layer, period), m);
      r += layer.thickness / layer.conductivity;
    }
  }
  m = product(film(rse), m);
  // Y12 = -1 / Z12.
  const size = m.b[0] ** 2 + m.b[1] ** 2;
  const y: Complex = [-m.b[0] / size, m.b[1] / size];
  const transmittance = Math.hypot(y[0], y[1]);
  const angle = Math.atan2(y[1], y[0]);
  const lag = (-angle * period) / (2 * Math.PI * 3600);
  return {
    uValue: 1 / r,
    transmittance,
    decrement: transmittance * r,
    lag: lag < 0 ? lag + period / 3600 : lag,
  };
}
