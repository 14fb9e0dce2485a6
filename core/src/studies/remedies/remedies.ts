import { type Evaluation, evaluate } from '../../evaluate/index.ts';
import { VAN_FIGURES } from '../../figures/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Brief, Design, Placement } from '../../model/index.ts';
import type { PayBy } from '../../order/pipeline/index.ts';
import { AIR_CAPACITY } from '../../physics/air/index.ts';
import { NOTHING_HEARD } from '../../van/quiet/index.ts';
import {
  anchored,
  buildsUp,
  climateFor,
  type DampState,
  dampLevel,
  type VanClimate,
} from '../../van/wetting/index.ts';
import { evaluateSettled } from '../settled/index.ts';
import { changesFor, type RemedyChange } from './changes.ts';

export type { RemedyChange } from './changes.ts';

/** A change that was tried on this van, settled by its own year and as its pieces lie. */
export interface Remedy extends RemedyChange {
  /** The verdict with it, likely and at the wet end. */
  state: DampState;
  /** The same at the wet end. */
  wetEnd: DampState;
  /** First winter's most in any bay with it, kg/m2. */
  water: number;
  /** What else it changes: heat lost by people's nights, W/K with the fresh air; money; hours. */
  changes: { heat: number; money: number; hours: number };
}

/** What would mend a van, the cheapest first, and what it is mended from. */
export interface Remedies {
  /** As it is: the verdict and the water, kg/m2. */
  now: { state: DampState; water: number };
  /** Settled; what mends it first, each the cheapest of those left. */
  found: Remedy[];
}

/** What is settled at most: each takes a year of hours. */
const SETTLED = 5;
/** Less is no relief, as a share of the water. */
const TELLS = 0.1;

/** Heat that the van and its fresh air lose, W/K. */
const heatOf = (e: Evaluation, { ventilation }: Brief): number =>
  e.heat.asUsed + (AIR_CAPACITY * ventilation) / 1000;

/** What a change costs in all, as money: an hour and a W/K at what they are worth. Judgement, no source. */
const costOf = ({ changes: { heat, money, hours } }: Pick<Remedy, 'changes'>): number =>
  money + VAN_FIGURES.hours.worth * hours + VAN_FIGURES.heat.worth * heat;

/**
 * What would mend a van whose water builds up, found by trying: every change by quick months in the present climate, as the
 * guess moves it; the best five settled from scratch. Told as each is.
 */
export function remediesFor(
  design: Pick<Design, 'shell' | 'brief' | 'ready'>,
  placement: Placement,
  library: Library,
  climate: VanClimate,
  by: PayBy,
  report: (share: number, soFar: Remedies) => void = () => undefined,
): Remedies {
  const { shell, brief } = design;
  const e = evaluate(design, placement, library, NOTHING_HEARD, climate);
  const guess = climateFor(shell, brief);
  const before = { state: e.damp.state, water: e.damp.most.likely };
  const tried = changesFor(design, placement, e, library).map(change => {
    const with_ = { ...design, shell: change.shell ?? shell, brief: change.brief ?? brief };
    const moved = change.brief ? anchored(climate, guess, climateFor(with_.shell, change.brief)) : climate;
    const quick = evaluate(with_, change.placement ?? placement, library, NOTHING_HEARD, moved);
    return { change, design: with_, quick, eased: easesBy(e, quick) };
  });
  // The least of what mends by one kind of change is enough of it: more air than that is only colder.
  const seen = new Set<string>();
  const mends = tried
    .filter(t => t.eased > TELLS)
    .sort((a, b) => roughCost(a) - roughCost(b))
    .filter(({ change, quick }) => {
      const kind =
        change.brief && !change.placement && !change.shell
          ? Object.keys(differ(brief, change.brief)).join()
          : change.does;
      const known = seen.has(kind);
      if (!buildsUp(quick.damp.state)) seen.add(kind);
      return !known;
    });
  const best = [
    ...mends.filter(m => !buildsUp(m.quick.damp.state)),
    ...mends.filter(m => buildsUp(m.quick.damp.state)).sort((a, b) => b.eased - a.eased),
  ].slice(0, SETTLED);
  const now = evaluateSettled(design, placement, library, NOTHING_HEARD, by);
  const found: Remedy[] = [];
  const told = (): Remedies => ({ now: before, found: ordered(found) });
  best.forEach(({ change, design: with_ }, i) => {
    const settled = evaluateSettled(with_, change.placement ?? placement, library, NOTHING_HEARD, by);
    if (easesBy(e, settled) > TELLS)
      found.push({
        ...change,
        state: settled.damp.state,
        wetEnd: settled.damp.wetEnd.state,
        water: settled.damp.most.likely,
        changes: {
          heat: heatOf(settled, with_.brief) - heatOf(now, brief),
          money: settled.pay!.total - now.pay!.total,
          hours: settled.pay!.hours[1] - now.pay!.hours[1],
        },
      });
    report((i + 1) / best.length, told());
  });
  return told();

  function roughCost(t: (typeof tried)[number]): number {
    const changes = {
      heat: heatOf(t.quick, t.design.brief) - heatOf(e, brief),
      money: t.quick.order.cost - e.order.cost,
      hours: 0,
    };
    return costOf({ changes });
  }
}

const differ = (a: Brief, b: Brief): Partial<Brief> =>
  Object.fromEntries(Object.entries(b).filter(([k, v]) => a[k as keyof Brief] !== v)) as Partial<Brief>;

/** By how much less bad one is than another: a better word counts most, else the share of water that is less. */
function easesBy(a: Evaluation, b: Evaluation): number {
  const levels = dampLevel(a.damp.state) - dampLevel(b.damp.state);
  if (levels !== 0) return levels;
  return 1 - b.damp.most.likely / Math.max(1e-9, a.damp.most.likely);
}

/** What mends first, the cheapest of it first; then what only eases, the driest first. */
const ordered = (found: readonly Remedy[]): Remedy[] => [
  ...found.filter(r => !buildsUp(r.state)).sort((a, b) => costOf(a) - costOf(b)),
  ...found.filter(r => buildsUp(r.state)).sort((a, b) => a.water - b.water),
];
