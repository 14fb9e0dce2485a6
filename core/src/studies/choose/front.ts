import type { ChoiceLimits } from './limits.ts';
import type { Asked, LayUpOption } from './options.ts';
import { choose, type Report } from './propose.ts';

/** The warmest that so much money buys. */
export interface FrontPoint {
  /** Of all materials, as the ledger has it. */
  cost: number;
  /** Of the whole van, W/K. */
  heat: number;
  /** Added, kg. */
  mass: number;
}

/** What counts on the front: warmth alone. */
const WARMTH = { warmth: 2, dryness: 0, quiet: 0, weight: 0, cost: 0, headroom: 0, hours: 0 };
const CHEAP = { ...WARMTH, warmth: 0, cost: 2 };
/** Search for one point; the one before it is near. */
const STEPS = 8;

/**
 * The front of warmth against money within the other limits: from the cheapest lay-up there is to the warmest, so many budgets
 * evenly between. Points that another beats are left out, cheapest first.
 */
export function frontOf(
  options: ReadonlyMap<string, readonly LayUpOption[]>,
  asked: Asked,
  limits: ChoiceLimits,
  points: number,
  report: Report = () => undefined,
): FrontPoint[] {
  const at = (budget: number | null, weights: typeof WARMTH): FrontPoint => {
    const { evaluated } = choose(options, asked, { ...limits, budget }, weights, {
      steps: STEPS,
      prices: false,
    });
    return { cost: evaluated.cost, heat: evaluated.heat, mass: evaluated.mass };
  };
  const [least, most] = [at(null, CHEAP), at(null, WARMTH)];
  const all = [least, most];
  for (let i = 1; i < points - 1; i++) {
    report(i / points, 'what money buys');
    all.push(at(least.cost + ((most.cost - least.cost) * i) / (points - 1), WARMTH));
  }
  all.sort((a, b) => a.cost - b.cost || a.heat - b.heat);
  let warmest = Number.POSITIVE_INFINITY;
  return all.filter(p => {
    const better = p.heat < warmest - 1e-9;
    if (better) warmest = p.heat;
    return better;
  });
}
