import { layUp, placeOf } from '../../buildup/index.ts';
import { type Choice, type ChoiceProblem, ChoiceSearch, weigh } from '../../choosing/index.ts';
import { type Evaluation, evaluate } from '../../evaluate/index.ts';
import type { BuildUp, Placement, Zone } from '../../model/index.ts';
import { takeOff } from '../../order/takeoff/index.ts';
import type { ChoiceLimits, ChoiceWeights, Sums } from './limits.ts';
import { dryEnough, keyOf, type Model, modelOf, type Open } from './model.ts';
import { type Asked, type LayUpOption, optionsFor } from './options.ts';
import { type LimitPrice, pricesOf, runnerUp, type ZonePick } from './reasons.ts';

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

/** What is there stays, as the one option; a bare zone stays bare. */
function lockedOption(zone: Zone, asked: Asked): LayUpOption[] {
  const { placement } = asked;
  const current = placement.buildUps.find(b => b.id === placement.zones[zone.id]);
  const all = optionsFor(zone, {
    ...asked,
    avoided: { materials: [...asked.library.keys()] },
  });
  return all.filter(o => o.buildUp === current).slice(0, 1);
}

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
  let found: Round | null = null;
  const rounds: Round[] = [];
  // Packs fill as they really do for what was chosen: chosen, laid, and chosen again where that moved it.
  for (let n = 0; n < ROUNDS; n++) {
    const model = modelOf(open, asked, less(limits, besides), weights, waste);
    const search = new ChoiceSearch(model.problem, found ? { from: found.choice.options } : {});
    for (let i = 0; i < steps && !search.proven; i++) {
      search.step();
      if (i % 4 === 0) report((0.9 * (n + i / steps)) / ROUNDS, 'choosing');
    }
    const round = laidOut(model, search, open, asked, limits);
    const same = found !== null && round.choice.options.every((k, g) => k === found!.choice.options[g]);
    rounds.push(round);
    found = round;
    if (same) break;
    learn(waste, round.evaluation);
    // What the packs as they now fill do not explain.
    const again = modelOf(open, asked, limits, weights, waste);
    besides = round.evaluation.order.cost - again.sums(weigh(again.problem, round.choice.options)).money;
  }
  report(0.85, 'trying it with real packs');
  found = rounds.map(round => polished(round, open, asked, limits)).reduce((a, b) => (better(b, a) ? b : a));
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
    prices: prices
      ? pricesOf(open, asked, less(limits, besides), weights, waste, choice, model, Math.min(steps, 24), e)
      : [],
    weighed: open.reduce((sum, o) => sum + o.all.length, 0),
  };
}

const ROUNDS = 4;

/** A choice as it comes out once it is laid. */
interface Round {
  model: Model;
  choice: Choice;
  bound: number;
  placement: Placement;
  evaluation: Evaluation;
  /** By how much the evaluated van is over its limits, as a share. */
  over: number;
}

function laidOut(
  model: Model,
  search: ChoiceSearch,
  open: readonly Open[],
  asked: Asked,
  limits: ChoiceLimits,
): Round {
  const choice = search.best;
  const picked = open.map((o, g) => o.all[choice.options[g]!]!);
  const placement = placed(
    open.map(o => o.zone),
    picked,
    asked,
  );
  const evaluation = evaluate(asked.design, placement, asked.library, asked.heard, asked.climate);
  const round = { model, choice, bound: search.bound, placement, evaluation };
  return { ...round, over: overOf(round, limits) };
}

/** By how much the evaluated van is over its limits, as a share. */
function overOf({ evaluation, model, choice }: Omit<Round, 'over'>, limits: ChoiceLimits): number {
  const past = (value: number, most: number | null) =>
    most === null ? 0 : Math.max(0, value - most) / Math.max(1e-6, most);
  return (
    past(evaluation.order.cost, limits.budget) +
    past(evaluation.load.mass, limits.mass) +
    (limits.height === null ? 0 : Math.max(0, limits.height - evaluation.fit.headroom.left)) +
    past(model.sums(choice).hours, limits.hours)
  );
}

/** Every choice that differs in one zone. */
const swaps = (problem: ChoiceProblem, { options }: Choice, open: readonly Open[], only?: number): Choice[] =>
  open.flatMap(({ all }, g) =>
    only !== undefined && g !== only
      ? []
      : all.map((_, k) =>
          weigh(
            problem,
            options.map((o, i) => (i === g ? k : o)),
          ),
        ),
  );

/** Changes that are made to come back within the money. */
const REPAIRS = 40;
/** Options of a zone that are tried with real packs. */
const TRIED = 12;

/**
 * Changes one zone at a time as long as that is better and what all of it really costs stays within the money: the packs of the model
 * are an estimate, those of the take-off are what the ledger has.
 */
function polished(round: Round, open: readonly Open[], asked: Asked, limits: ChoiceLimits): Round {
  const { model, bound } = round;
  const { problem } = model;
  const money = limits.budget === null ? -1 : 0;
  const zones = open.map(o => o.zone);
  const laid = (options: readonly number[]) =>
    placed(
      zones,
      open.map((o, g) => o.all[options[g]!]!),
      asked,
    );
  const costOf = (options: readonly number[]) =>
    takeOff(layUp(asked.design.shell, laid(options), asked.library), asked.library).cost;
  const keeps = (c: Choice) => c.takes.every((t, i) => i === money || t <= problem.limits[i]! + 1e-7);
  let best = round.choice;
  let cost = round.evaluation.order.cost;
  // Over the money: what saves most for least is changed first.
  for (let i = 0; limits.budget !== null && cost > limits.budget && i < REPAIRS; i++) {
    const cheaper = swaps(problem, best, open)
      .filter(c => keeps(c) && c.takes[money]! < best.takes[money]! - 1)
      .map(c => ({ c, rate: (c.value - best.value) / (best.takes[money]! - c.takes[money]!) }))
      .sort((a, b) => a.rate - b.rate)
      .slice(0, TRIED);
    const next = cheaper
      .map(({ c }) => ({ c, real: costOf(c.options) }))
      .find(({ real }) => real < cost - 0.5);
    if (!next) break;
    [best, cost] = [next.c, next.real];
  }
  for (let changed = true; changed; ) {
    changed = false;
    for (let g = 0; g < open.length; g++) {
      const others = open[g]!.all.map((_, k) => {
        const options = [...best.options];
        options[g] = k;
        return weigh(problem, options);
      })
        .filter(c => c.value < best.value - 1e-9 && keeps(c))
        .sort((a, b) => a.value - b.value)
        .slice(0, TRIED);
      for (const other of others) {
        const real = costOf(other.options);
        if (limits.budget !== null && real > Math.max(limits.budget, cost)) continue;
        [best, cost, changed] = [other, real, true];
        break;
      }
    }
  }
  if (best === round.choice) return round;
  const placement = laid(best.options);
  const evaluation = evaluate(asked.design, placement, asked.library, asked.heard, asked.climate);
  const next = { model, choice: best, bound, placement, evaluation };
  return { ...next, over: overOf(next, limits) };
}

const better = (a: Round, b: Round): boolean =>
  a.over < b.over - 1e-4 || (a.over <= b.over + 1e-4 && a.choice.value < b.choice.value);

const less = (limits: ChoiceLimits, besides: number): ChoiceLimits =>
  limits.budget === null ? limits : { ...limits, budget: limits.budget - besides };

/** How full this van's pieces make sheets and rolls, by what each lay-up takes alone: few items tell little. */
function usualFill(open: readonly Open[]): Map<string, number> {
  const sums = new Map<string, { need: number; full: number }>();
  for (const { all } of open)
    for (const { uses } of all)
      for (const u of uses) {
        if (u.items < 2) continue;
        const own = sums.get(keyOf(u)) ?? { need: 0, full: 0 };
        sums.set(keyOf(u), { need: own.need + u.need, full: own.full + u.need / Math.max(0.05, u.filled) });
      }
  return new Map([...sums].map(([key, { need, full }]) => [key, need / full]));
}

/** How full packs are once the chosen is laid. */
function learn(waste: Map<string, number>, { order }: Evaluation): void {
  for (const l of order.lines) {
    // Of few items the last is hardly ever full: that is no habit of the material.
    if (l.items < 3) continue;
    const filled = (l.used * l.packs * l.stock.perPack) / l.items;
    waste.set(`${l.material}/${l.stock.thickness}/${l.stock.width}`, Math.min(1, Math.max(0.3, filled)));
  }
}

/** A placement with what was picked for each zone; all else as it is. */
function placed(zones: readonly Zone[], picked: readonly LayUpOption[], { placement }: Asked): Placement {
  const chosen = new Map(zones.map((z, i) => [z.id, picked[i]!.buildUp]));
  const bays = new Set(zones.flatMap(z => z.bays.map(b => b.id)));
  const used = new Map<string, BuildUp>();
  const assigned = { ...placement.zones };
  for (const [zone, b] of chosen) {
    // Zones that get the same share one build-up.
    const same = [...used.values()].find(
      u => JSON.stringify([u.layers, u.seams]) === JSON.stringify([b.layers, b.seams]),
    );
    assigned[zone] = (same ?? b).id;
    if (!same) used.set(b.id, b);
  }
  const left = placement.buildUps.filter(
    b => !used.has(b.id) && Object.entries(assigned).some(([, id]) => id === b.id),
  );
  return {
    buildUps: [...used.values(), ...left],
    zones: assigned,
    bays: Object.fromEntries(Object.entries(placement.bays).filter(([bay]) => !bays.has(bay))),
    sheets: placement.sheets,
  };
}
