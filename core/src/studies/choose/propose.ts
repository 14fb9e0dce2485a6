import { placeOf } from '../../buildup/index.ts';
import { ChoiceSearch, weigh } from '../../choosing/index.ts';
import type { Placement } from '../../model/index.ts';
import type { ChoiceLimits, ChoiceWeights, Sums } from './limits.ts';
import { dryEnough, modelOf, type Open } from './model.ts';
import { type Asked, type LayUpOption, lockedOption, optionsFor } from './options.ts';
import { type LimitPrice, pricesOf, runnerUp, type ZonePick } from './reasons.ts';
import { better, laidOut, learn, less, polished, type Round, usualFill } from './rounds.ts';

/** The best choice for a van under its limits. */
export interface Proposal {
  /** To be laid. */
  placement: Placement;
  /** By zone, those that were chosen for. */
  zones: ZonePick[];
  /** As promised by the sum of its parts. */
  promised: Sums;
  /** As the whole van is evaluated with it. */
  evaluated: { heat: number; mass: number; cost: number; height: number };
  /** By how much it is over its limits, as a share; 0 where all are kept. */
  over: number;
  /** Share by which a better one could be better at most. */
  gap: number;
  /** What each limit that binds costs. */
  prices: LimitPrice[];
  /** Options that were weighed. */
  weighed: number;
}

/** Tells how far it is: share, and what is being done. */
export type Report = (share: number, doing: string) => void;

/** What every zone may get, by zone id; a locked one what it has. Throws RangeError for an unknown material. */
export function weighAll(
  asked: Asked,
  locked: ReadonlySet<string>,
  report: Report = () => undefined,
): Map<string, LayUpOption[]> {
  const zones = asked.design.shell.zones.filter(z => placeOf(z.kind));
  return new Map(
    zones.map((zone, i) => {
      report(i / zones.length, `weighing ${zone.name}`);
      return [zone.id, locked.has(zone.id) ? lockedOption(zone, asked) : optionsFor(zone, asked)];
    }),
  );
}

/** Choices with packs as they fill for the one before. */
const ROUNDS = 4;

/**
 * The best lay-up for every zone under limits and by what matters, among options that were weighed before: limits and weights ask no
 * physics again. Packs are shared across zones. `steps` of search; seeded. `prices` off asks
 * not what limits cost.
 */
export function choose(
  options: ReadonlyMap<string, readonly LayUpOption[]>,
  asked: Asked,
  limits: ChoiceLimits,
  weights: ChoiceWeights,
  { steps, prices = true }: { steps: number; prices?: boolean },
  report: Report = () => undefined,
): Proposal {
  const open = asked.design.shell.zones.flatMap((zone): Open[] => {
    const all = options.get(zone.id) ?? [];
    return all.length > 0 ? [{ zone, all: dryEnough(all, limits) }] : [];
  });
  const waste = usualFill(open);
  // What is bought besides: zones that are not chosen for, wood under edges, the last sheet of few.
  let besides = 0;
  const rounds: Round[] = [];
  // Packs fill as they really do for what was chosen: chosen, laid, and chosen again where that moved it.
  const modelled = (within: ChoiceLimits) => modelOf(open, asked, less(within, besides), weights, waste);
  for (let n = 0; n < ROUNDS; n++) {
    const before = rounds.at(-1);
    const model = modelled(limits);
    const search = new ChoiceSearch(model.problem, before ? { from: before.choice.options } : {});
    for (let i = 0; i < steps && !search.proven; i++) {
      search.step();
      if (i % 4 === 0) report((0.9 * (n + i / steps)) / ROUNDS, 'choosing');
    }
    const round = laidOut(model, search, open, asked, limits);
    rounds.push(round);
    if (before && round.choice.options.every((k, g) => k === before.choice.options[g])) break;
    learn(waste, round.evaluation);
    // What the packs as they now fill do not explain.
    const again = modelOf(open, asked, limits, weights, waste);
    besides = round.evaluation.order.cost - again.sums(weigh(again.problem, round.choice.options)).money;
  }
  report(0.85, 'trying it with real packs');
  const found = rounds
    .map(round => polished(round, open, asked, limits))
    .reduce((a, b) => (better(b, a) ? b : a));
  const { model, choice, bound, placement, evaluation: e } = found;
  const picked = open.map((o, g) => o.all[choice.options[g]!]!);
  report(0.92, 'asking what limits cost');
  return {
    placement,
    zones: open.map(({ zone, all }, g) => ({
      zone: zone.id,
      option: picked[g]!,
      runnerUp: runnerUp(g, all, model, choice),
    })),
    promised: model.sums(choice),
    evaluated: { heat: e.heat.loss, mass: e.load.mass, cost: e.order.cost, height: e.fit.headroom.left },
    over: found.over,
    gap: found.over > 1e-4 ? 1 : Math.max(0, (choice.value - bound) / Math.max(1e-9, Math.abs(choice.value))),
    prices: prices ? pricesOf(limits, modelled, found, Math.min(steps, 24)) : [],
    weighed: open.reduce((sum, o) => sum + o.all.length, 0),
  };
}
