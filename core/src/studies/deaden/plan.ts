import type { Placement } from '../../model/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import { type DeadenBay, type Deadening, levelOf } from './deaden.ts';
import { leftOf, type Rung } from './ladder.ts';

/** What a plan may take, or what it has to reach. */
export type Goal =
  | { by: 'mass'; kilograms: number }
  | { by: 'cost'; money: number }
  /** At least weight, as quiet as this against the bare van, dB. */
  | { by: 'level'; change: number };

/** One bay of a plan. */
interface PlanBay {
  at: DeadenBay;
  /** How it is laid. */
  rung: Rung;
  /** Of the bare van's drumming, what its sheets take. */
  takes: number;
  /** Its own change, dB. */
  change: number;
}

/** Sheets for a whole van. */
export interface SheetPlan {
  /** Bays that get sheets, those that take most a kilogram first: the order to stick them in. */
  bays: PlanBay[];
  /** Bays that get none. */
  without: DeadenBay[];
  /** kg. */
  mass: number;
  /** At the price of the sheets they are cut from. */
  cost: number;
  /** Against the bare van, dB. */
  change: number;
  /** Whether a level asked for is reached by it; everything is laid where it is not. */
  reached: boolean;
}

/** Steps in which what may be spent is counted: 8 kg to a gram. */
const STEPS = 8000;

/**
 * The best plan for a goal: one way to lay each bay, least drumming within the limit, or least weight that reaches the
 * level. Exact over the ways of `deadening` but for the grain of weight, by dynamic programming over what is spent
 * (multiple-choice knapsack).
 */
export function sheetPlan(d: Deadening, goal: Goal): SheetPlan {
  const by = goal.by === 'cost' ? 'cost' : 'mass';
  const all = d.bays.reduce((sum, b) => sum + Math.max(...b.rungs.map(r => r[by])), 0);
  const limit = goal.by === 'mass' ? goal.kilograms : goal.by === 'cost' ? goal.money : all;
  const spend = Math.max(0, Math.min(limit, all));
  const grain = Math.max(1e-6, spend / STEPS);
  const most = Math.floor(spend / grain + ROUNDING);
  const options = d.bays.map(b => undominated(b.rungs, by, grain));
  let left = new Float64Array(most + 1);
  const chosen = options.map(() => new Uint8Array(most + 1));
  for (const [i, ways] of options.entries()) {
    const next = new Float64Array(most + 1).fill(Number.POSITIVE_INFINITY);
    for (let w = 0; w < ways.length; w++) {
      const { units, rung } = ways[w]!;
      const leaves = leftOf(rung);
      for (let spent = units; spent <= most; spent++) {
        const total = left[spent - units]! + leaves;
        if (total < next[spent]!) {
          next[spent] = total;
          chosen[i]![spent] = w;
        }
      }
    }
    left = next;
  }
  const laidAt = (spent: number): Rung[] => {
    const rungs: Rung[] = [];
    let at = spent;
    for (let i = options.length - 1; i >= 0; i--) {
      const { units, rung } = options[i]![chosen[i]![at]!]!;
      rungs.push(rung);
      at -= units;
    }
    return rungs.reverse();
  };
  const level = (rungs: readonly Rung[]) => levelOf(rungs.map(r => r.left));
  if (goal.by !== 'level') return planOf(d, laidAt(most), true);
  // What is left falls as more is spent: the least that reaches the level is found by halving.
  let [low, high] = [0, most];
  if (level(laidAt(most)) > goal.change + ROUNDING) return planOf(d, laidAt(most), false);
  while (low < high) {
    const middle = (low + high) >> 1;
    if (level(laidAt(middle)) <= goal.change + ROUNDING) high = middle;
    else low = middle + 1;
  }
  return planOf(d, laidAt(low), true);
}

interface Way {
  units: number;
  rung: Rung;
}

/** Ways that leave less than every lighter one. */
function undominated(rungs: readonly Rung[], by: 'mass' | 'cost', grain: number): Way[] {
  const ways: Way[] = [];
  for (const rung of [...rungs].sort((a, b) => a[by] - b[by] || leftOf(a) - leftOf(b)))
    if (ways.length === 0 || leftOf(rung) < leftOf(ways.at(-1)!.rung))
      ways.push({ units: Math.ceil(rung[by] / grain - 1e-6), rung });
  return ways;
}

/** A plan of chosen ways, one a bay in the order of the bays. */
function planOf(d: Deadening, rungs: readonly Rung[], reached: boolean): SheetPlan {
  const bays: PlanBay[] = [];
  const without: DeadenBay[] = [];
  let [mass, cost] = [0, 0];
  for (const [i, rung] of rungs.entries()) {
    const at = d.bays[i]!;
    if (rung.patches.length === 0) {
      without.push(at);
      continue;
    }
    mass += rung.mass;
    cost += rung.cost;
    const bare = at.rungs[0]!;
    bays.push({
      at,
      rung,
      takes: leftOf(bare) - leftOf(rung),
      change: levelOf([rung.left]) - levelOf([bare.left]),
    });
  }
  bays.sort((a, b) => b.takes / b.rung.mass - a.takes / a.rung.mass);
  return { bays, without, mass, cost, change: levelOf(rungs.map(r => r.left)), reached };
}

/** A placement with the sheets of a plan in place of all others; bays without any are kept free of them. */
export function withSheets(placement: Placement, { stock, bays }: Deadening, plan: SheetPlan): Placement {
  const sheets: Placement['sheets'] = {};
  for (const { bay } of bays) sheets[bay.id] = { ...stock, patches: [] };
  for (const { at, rung } of plan.bays) sheets[at.bay.id] = { ...stock, patches: [...rung.patches] };
  return { ...placement, sheets };
}
