/** How a layer binds water: not at all, as loose man-made or plant fibre, as sheep's wool, or as wood. */
export type Sorption = 'none' | 'fibre' | 'wool' | 'wood';

/** Water a fibre fill binds at saturation, kg/m3: straight with humidity. */
const FIBRE = 0.12;
const WOOD_DENSITY = 500;
/** Hailwood-Horrobin constants at 20 degC (Wood Handbook, USDA FPL-GTR-190 eq. 4-5, from memory). */
const W = 349 + 1.29 * 20 + 0.0135 * 400;
const K = 0.805 + 0.000736 * 20 - 0.00000273 * 400;
const K1 = 6.27 - 0.00938 * 20 - 0.000303 * 400;
const K2 = 1.91 + 0.0407 * 20 - 0.000293 * 400;

/** Moisture content of wood, kg/kg, at a relative humidity. */
export function woodMoisture(humidity: number): number {
  const kh = K * humidity;
  const a = K1 * kh;
  const b = K1 * K2 * kh * kh;
  return (18 / W) * (kh / (1 - kh) + (a + 2 * b) / (1 + a + b));
}

/** Wool batts as sold, kg/m3. */
const WOOL_DENSITY = 20;
/** Regain of wool, kg/kg, at humidities of 0, 0.1 … 1 and about 20 degC, rising (textile handbook, from memory). */
const WOOL = [0, 0.04, 0.067, 0.089, 0.108, 0.126, 0.144, 0.166, 0.195, 0.238, 0.33].map(
  w => w * WOOL_DENSITY,
);

/** Steps of the table the wood's curve is read from, straight between them so that its slope is exactly its own. */
const STEPS = 400;
const TABLE = Float64Array.from({ length: STEPS + 1 }, (_, i) => WOOD_DENSITY * woodMoisture(i / STEPS));

/** Bound water, kg/m3, at a relative humidity from 0 to 1. */
export function sorbed(curve: Sorption, humidity: number): number {
  if (curve === 'none') return 0;
  if (curve === 'fibre') return FIBRE * humidity;
  if (curve === 'wool') {
    const x = Math.max(0, Math.min(1, humidity)) * 10;
    const i = Math.min(9, x | 0);
    return WOOL[i]! + (x - i) * (WOOL[i + 1]! - WOOL[i]!);
  }
  const x = Math.max(0, Math.min(1, humidity)) * STEPS;
  const i = Math.min(STEPS - 1, x | 0);
  return TABLE[i]! + (x - i) * (TABLE[i + 1]! - TABLE[i]!);
}

/** Its slope, kg/m3 for humidity from 0 to 1. */
export function sorptionSlope(curve: Sorption, humidity: number): number {
  if (curve === 'none') return 0;
  if (curve === 'fibre') return FIBRE;
  if (curve === 'wool') {
    const i = Math.min(9, (Math.max(0, Math.min(1, humidity)) * 10) | 0);
    return (WOOL[i + 1]! - WOOL[i]!) * 10;
  }
  const i = Math.min(STEPS - 1, (Math.max(0, Math.min(1, humidity)) * STEPS) | 0);
  return (TABLE[i + 1]! - TABLE[i]!) * STEPS;
}
