import { DELTA_AIR, saturationPressure } from '../air/index.ts';
import { type Sorption, sorptionSlope } from './sorption.ts';

/** One layer behind the skin, from the skin inwards. SI units; `mu` times thickness is its sd. */
export interface HourlyLayer {
  /** m. */
  thickness: number;
  /** W/mK. */
  conductivity: number;
  /** kg/m3. */
  density: number;
  /** J/kgK. */
  heatCapacity: number;
  /** Vapour resistance factor; times the thickness it is the sd, m. */
  mu: number;
  /** How it binds water. */
  sorption: Sorption;
  /** Free water it holds before it drips, kg/m3 of it: its open pores. A film on its faces it holds besides. */
  pores: number;
  /** Share of it that is air open to vapour, 0 to 1. */
  air: number;
}

/** A slice of a layer. */
interface Cell extends HourlyLayer {
  /** Index of it. */
  layer: number;
  /** How many it is cut into. */
  cells: number;
}

/** Thickest cell that heat alone asks for, m, and most of them in a layer for that. */
const CELL = 0.008;
const MOST_FOR_HEAT = 8;
/** Share of a day's uptake that cutting a layer up may miss, and most cells spent on it. */
const MISSES = 0.06;
const MOST = 10;
/** What the estimate stands on: a day's wave at 10 degC and 75 %, through the film of a room's face. */
const DAY = 86_400;
const FILM = 2.5e-8;
const PRESSURE = saturationPressure(10);

/**
 * Layers cut into cells: of one size where no water is bound, else thin at the faces, where each day's water stays, and
 * as many as keep the estimated error of a day's uptake within 6 %.
 */
export const sectionCells = (layers: readonly HourlyLayer[]): Cell[] =>
  layers.flatMap((layer, i) => {
    const shares = sharesOf(layer);
    return shares.map(share => ({
      ...layer,
      layer: i,
      cells: shares.length,
      thickness: layer.thickness * share,
    }));
  });

function sharesOf(layer: HourlyLayer): number[] {
  const least = Math.min(MOST_FOR_HEAT, Math.max(1, Math.ceil(layer.thickness / CELL)));
  if (layer.sorption === 'none') return graded(least, 1);
  for (let count = least; count < MOST; count++) {
    const shares = graded(count, 2);
    if (dayMissed(layer, shares) < MISSES) return shares;
  }
  return graded(MOST, 2);
}

/** Shares of so many cells, each so much thicker than its neighbour towards a face. */
function graded(count: number, ratio: number): number[] {
  const sizes = Array.from({ length: count }, (_, i) => ratio ** Math.min(i, count - 1 - i));
  const sum = sizes.reduce((a, b) => a + b, 0);
  return sizes.map(size => size / sum);
}

type Complex = readonly [re: number, im: number];
const plus = (a: Complex, b: Complex): Complex => [a[0] + b[0], a[1] + b[1]];
const times = (a: Complex, b: Complex): Complex => [a[0] * b[0] - a[1] * b[1], a[0] * b[1] + a[1] * b[0]];
const over = (a: Complex): Complex => {
  const square = a[0] * a[0] + a[1] * a[1];
  return [a[0] / square, -a[1] / square];
};

/**
 * Error of what a layer, closed behind, takes up in a day's wave of room humidity when it is cut so, as a share of the
 * exact answer: a chain of capacities and resistances against tanh of the slab (linear diffusion, own derivation).
 */
export function dayMissed({ thickness, mu, sorption }: HourlyLayer, shares: readonly number[]): number {
  const delta = DELTA_AIR / mu;
  const held = (2 * Math.PI * sorptionSlope(sorption, 0.75)) / PRESSURE / DAY;
  const k = Math.sqrt(held / delta / 2);
  const turn = Math.exp(-2 * k * thickness);
  const [re, im] = [turn * Math.cos(2 * k * thickness), -turn * Math.sin(2 * k * thickness)];
  const slab = times([delta * k, delta * k], times([1 - re, -im], over([1 + re, im])));
  const exact = over(plus([1 / FILM, 0], over(slab)));
  let chain: Complex = [0, 0];
  let before = 0;
  for (const share of shares) {
    const d = share * thickness;
    const stays: Complex = [0, held * d];
    chain = before === 0 ? stays : plus(stays, over(plus([(before + d) / 2 / delta, 0], over(chain))));
    before = d;
  }
  chain = over(plus([before / 2 / delta + 1 / FILM, 0], over(chain)));
  return Math.hypot(chain[0] - exact[0], chain[1] - exact[1]) / Math.hypot(...exact);
}
