import type { Highs } from 'highs';
import {
  type Choice,
  type ChoiceProblem,
  ChoiceSearch,
  isBetter,
  prove,
  weigh,
} from '../../choosing/index.ts';
import type { Figured, FigureKey, Weights } from '../../figures/index.ts';
import type { Placement } from '../../model/index.ts';
import type { Hold } from '../../order/holding/index.ts';
import { usualPieces } from '../../order/pieces/index.ts';
import { type DampState, isNoDamper } from '../../van/wetting/index.ts';
import { heldVan } from '../cabin/index.ts';
import { type Conflict, conflictIn } from './conflicts.ts';
import type { ChoiceLimits } from './limits.ts';
import { isDry, type Model, openZones } from './model.ts';
import type { Asked, LayUpOption } from './options.ts';
import { Fills } from './packFills.ts';
import { aroundOf } from './putUps.ts';
import {
  coreOf,
  type LimitPrice,
  type PutUpPick,
  pricesOf,
  runnerUp,
  spareOf,
  type ZonePick,
} from './reasons.ts';
import { type Refused, refusals } from './refusals.ts';
import { better, gapOf, laidOut, polished, type Round, settledDamp, WITHIN } from './rounds.ts';

/** The best choice for a van under its limits. */
export interface Proposal {
  /** To be laid. */
  placement: Placement;
  /** By zone, those that were chosen for. */
  zones: ZonePick[];
  /** The whole van evaluated with it, money and hours as its pieces lie on sheets; drumming, and water until that is settled, as its parts sum up. */
  figures: Figured;
  /** As its parts sum up. */
  promised: Figured;
  /** The verdict in its own year with this laid; null until that is settled, at the end. */
  damp: { state: DampState; wetEnd: DampState } | null;
  /** By how much it is over its limits, as a share; 0 where all are kept. */
  over: number;
  /** Share by which a better one could be better at most, as packs are estimated. */
  gap: number;
  /** What no choice keeps together; null where all limits can be kept. */
  conflict: Conflict | null;
  /** Zones for which nothing was found that fits, those where nothing is as dry as asked, and those where a piece would come down as it is usually held, with what would hold it (null for nothing known). */
  without: { fits: string[]; dry: string[]; holds: { zone: string; instead: Hold | null }[] };
  /** What each limit that binds costs. */
  prices: LimitPrice[];
  /** By how much each limit could be tighter before this has to change, in its unit; nothing where it is broken. */
  spare: { limit: FigureKey; by: number }[];
  /** What is put up at night: screens by zone, and what hangs before the cab. */
  putUp: PutUpPick[];
  /** Materials that are in none of its zones, and why. */
  refused: Refused[];
  /** Options that were weighed. */
  weighed: number;
}

/** Tells how far it is: share, what is being done, and the best so far where there is one. */
export type Report = (share: number, doing: string, soFar?: Proposal) => void;

/** How long and by what to search. */
export interface Effort {
  /** Of the own search, in each round. */
  steps: number;
  /** Proves it or finds better; left out, the bound buys packs by the part. */
  solver?: { highs: Highs; seconds: number };
  /** Whether to ask what limits cost. */
  prices?: boolean;
}

/** Choices with packs as they fill for the one before, by own search and by proof. */
const ROUNDS = { search: 3, proof: 3 };
/** The last proof takes packs to fill so many times as well as is known: what then stays within the limits once it is laid is taken. */
const FULLER = 1.1;
/** While packs still move, as near as this is near enough. */
const NEAR = 0.005;
/** For each limit, how long to ask what a little more of it would buy, s. */
const PRICED = 4;

/** The choice in numbers, as it stands before it is known how packs fill. */
export function problemOf(
  options: ReadonlyMap<string, readonly LayUpOption[]>,
  asked: Asked,
  limits: ChoiceLimits,
  weights: Weights,
): ChoiceProblem {
  const open = openZones(options, asked, limits);
  return new Fills(open, aroundOf(asked, open), asked, weights).model(limits).problem;
}

/**
 * The best lay-up for every zone under limits and by what matters, among options that were weighed before: limits and weights ask no
 * physics again. Packs are shared across zones and fill as pieces really lie. Own search first, from it a proof; the best so far is
 * told all along. Seeded.
 */
export function choose(
  options: ReadonlyMap<string, readonly LayUpOption[]>,
  asked: Asked,
  limits: ChoiceLimits,
  weights: Weights,
  { steps, solver, prices = true }: Effort,
  report: Report = () => undefined,
): Proposal {
  const open = openZones(options, asked, limits);
  const without = {
    fits: [...options].flatMap(([zone, all]) => (all.length === 0 ? [zone] : [])),
    dry: open.flatMap(({ zone, all }) => (all.some(o => isDry(o, limits)) ? [] : [zone.id])),
    holds: [] as Proposal['without']['holds'],
  };
  const around = aroundOf(asked, open);
  const { ups } = around;
  const fills = new Fills(open, around, asked, weights);
  const proposal = (
    { model, choice, bound, placement, figures, over }: Round,
    last: Pick<Proposal, 'conflict' | 'prices' | 'damp'> = { conflict: null, prices: [], damp: null },
  ): Proposal => ({
    ...last,
    placement,
    zones: open.map(({ zone, all }, g) => ({
      zone: zone.id,
      option: all[choice.options[g]!]!,
      runnerUp: runnerUp(g, all, model, choice, coreOf),
    })),
    putUp: ups.map(({ id, panes, all }, i) => ({
      id,
      panes,
      option: all[choice.options[open.length + i]!]!,
      runnerUp: runnerUp(open.length + i, all, model, choice, o => `${o.curtain} ${o.screens}`),
    })),
    promised: model.sums(choice),
    figures,
    over,
    gap: over > WITHIN ? 1 : gapOf({ choice, bound }),
    without,
    spare: over > WITHIN ? [] : spareOf(limits, { figures }),
    refused: refusals(
      options,
      asked,
      limits,
      open.map(({ all }, g) => all[choice.options[g]!]!),
    ),
    weighed: open.reduce((sum, o) => sum + o.all.length, 0),
  });
  let found: Round | null = null;
  const take = (round: Round): boolean => {
    const alike = found !== null && isAlike(found, round);
    if (!found) report(0.05, 'choosing', proposal(round));
    const all = [round, polished(round, asked, limits), ...(found ? [found] : [])];
    found = all.reduce((a, b) => (better(b, a) ? b : a));
    // The same again, with what is known of packs by now.
    if (alike && isAlike(found, round)) found = round;
    return alike;
  };
  const tell = (share: number, doing: string) => report(share, doing, found ? proposal(found) : undefined);
  for (let n = 0; n < ROUNDS.search; n++) {
    const model = fills.model(limits);
    const from: Round | null = found;
    const search = new ChoiceSearch(model.problem, from ? { from: (from as Round).choice.options } : {});
    // The first answer is told soon.
    for (let i = 0; i < (from ? steps : steps / 4) && !search.proven; i++) search.step();
    const round = laidOut({ model, choice: search.best, bound: search.bound }, asked, limits);
    const same = take(round);
    tell((0.2 * (n + 1)) / ROUNDS.search, 'choosing');
    if (same) break;
    fills.learn(round);
  }
  let conflict: Conflict | null = null;
  const paid = (limits.money ?? null) !== null || weights.money > 0;
  for (let n = 0, settled = false; solver && n < ROUNDS.proof; n++) {
    const bold = paid && (settled || n === ROUNDS.proof - 1);
    const model = fills.model(limits, { fuller: bold ? FULLER : 1 });
    const start = weigh(model.problem, found!.choice.options);
    const share = (part: number) => 0.2 + (0.7 * (n + Math.min(1, part))) / ROUNDS.proof;
    const began = Date.now();
    let told = start;
    let shown: Round = found!;
    // The last one may go on: what was found is there meanwhile.
    const seconds = solver.seconds * (n === ROUNDS.proof - 1 && !bold ? 4 : 1);
    const proof = prove(solver.highs, model.problem, start, {
      seconds,
      near: NEAR,
      report: ({ best, bound }) => {
        const at = share((Date.now() - began) / 1000 / seconds);
        if (!isBetter(best, told)) return report(at, 'proving');
        told = best;
        const round = laidOut({ model, choice: best, bound }, asked, limits);
        if (better(round, shown)) shown = round;
        // Who stops before the proof is done keeps it.
        report(at, 'proving', proposal(shown));
      },
    });
    if (proof.best.over > 0 && proof.bound === Number.POSITIVE_INFINITY) {
      conflict ??= conflictIn(solver.highs, model);
      // Fuller packs may yet be within them.
      settled = true;
      if (bold || !paid) break;
      continue;
    }
    const { bound } = proof;
    const round = laidOut({ model, choice: proof.best, bound }, asked, limits);
    const before: Round = found!;
    settled = take(round);
    // Whatever is best by now, this is what is known of how much better another could be.
    if (!bold) found = { ...found!, model, choice: weigh(model.problem, found!.choice.options), bound };
    // What no pack as it is known allowed is told by how much better fuller ones could be.
    else if (isAlike(found!, before))
      found = before.choice.value < before.bound ? { ...before, bound } : before;
    else {
      fills.learn(found!);
      const learned = fills.model(limits);
      found = { ...found!, model: learned, choice: weigh(learned.problem, found!.choice.options), bound };
    }
    tell(share(1), 'proving');
    if (bold || (settled && !paid)) break;
    if (!settled) fills.learn(round);
  }
  if (found!.over <= WITHIN) conflict = null;
  report(0.92, 'asking what limits cost');
  const bought = (model: Model, from: readonly number[]): Choice => {
    const search = new ChoiceSearch(model.problem, { from });
    for (let i = 0; i < Math.min(steps, 24); i++) search.step();
    if (!solver) return search.best;
    return prove(solver.highs, model.problem, search.best, { seconds: PRICED, near: NEAR }).best;
  };
  if (prices) without.holds = fallingIn(asked, found!.placement);
  const settled = settledDamp(found!, asked);
  const last = proposal(found!, {
    conflict,
    prices: prices && !conflict ? pricesOf(limits, within => fills.model(within), found!, bought) : [],
    damp: { state: settled.state, wetEnd: settled.wetEnd.state },
  });
  // What its own year finds wetter than was asked is told of its zones, whatever the search took it for.
  const damper = open.flatMap(({ zone }) =>
    zone.bays.some(b => {
      const { state } = settled.bays.get(b.id)!;
      return state !== 'bare' && !isNoDamper(state, limits.damp);
    }) && !without.dry.includes(zone.id)
      ? [zone.id]
      : [],
  );
  return {
    ...last,
    figures: { ...last.figures, water: settled.most.likely },
    without: { ...without, dry: [...without.dry, ...damper] },
  };
}

const isAlike = (a: Round, b: Round): boolean => a.choice.options.every((k, g) => k === b.choice.options[g]);

/** Zones where a piece would come down as it is usually held, and what would hold it. */
function fallingIn({ design, library }: Asked, placement: Placement): Proposal['without']['holds'] {
  const pieces = usualPieces(design.shell, placement, library);
  const zones = new Map(pieces.map(p => [p.id, p.zone]));
  const instead = new Map<string, Hold | null>();
  for (const h of heldVan(design, placement, library, pieces, []).pieces) {
    const zone = zones.get(h.piece);
    if (h.verdict !== 'comes down' || zone === undefined) continue;
    // What nothing known holds comes before what something does.
    if (instead.get(zone) !== null) instead.set(zone, h.instead);
  }
  return [...instead].map(([zone, by]) => ({ zone, instead: by }));
}
