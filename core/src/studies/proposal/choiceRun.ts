import type { Highs } from 'highs';
import { type Choice, ChoiceSearch, isBetter, type Proof, prove, weigh } from '../../choosing/index.ts';
import type { Weights } from '../../figures/index.ts';
import type { Placement } from '../../model/index.ts';
import type { Hold } from '../../order/holding/index.ts';
import { usualPieces } from '../../order/pieces/index.ts';
import { isNoDamper } from '../../van/wetting/index.ts';
import { heldVan } from '../cabin/index.ts';
import { conflictIn, type LimitConflict } from './conflicts.ts';
import type { ChoiceLimits } from './limits.ts';
import { isDry, type Model, openZones } from './model.ts';
import type { ChoiceQuestion, LayUpOption } from './options.ts';
import { Fills } from './packFills.ts';
import type { Proposal, SearchEffort, TellSoFar } from './proposal.ts';
import { aroundOf } from './putUps.ts';
import { coreOf, pricesOf, runnerUp, spareOf } from './reasons.ts';
import { refusals } from './refusals.ts';
import { better, gapOf, laidOut, polished, type Round, settledDamp, WITHIN } from './rounds.ts';

/** Choices with packs as they fill for the one before, by own search and by proof. */
const ROUNDS = { search: 3, proof: 3 };
/** The last proof takes packs to fill so many times as well as is known: what then stays within the limits once it is laid is taken. */
const FULLER = 1.1;
/** While packs still move, as near as this is near enough. */
const NEAR = 0.005;
/** For each limit, how long to ask what a little more of it would buy, s. */
const PRICED = 4;

/** How a round of proof takes packs: as they are known to fill, or fuller than that. */
type Packs = 'as known' | 'fuller';

/** What a round of proof came to. */
type Outcome = 'no choice keeps the limits' | 'the same choice' | 'another choice';

interface Question {
  options: ReadonlyMap<string, readonly LayUpOption[]>;
  asked: ChoiceQuestion;
  limits: ChoiceLimits;
  weights: Weights;
  effort: SearchEffort;
  report: TellSoFar;
}

/** One search for the best choice: rounds of own search, rounds of proof, each laid out as pieces really lie; what is best so far is told. */
export class ChoiceRun {
  private readonly open;
  private readonly around;
  private readonly fills: Fills;
  private readonly without: Proposal['without'];
  /** Whether money decides: then packs are taken fuller in the last proof. */
  private readonly paid: boolean;
  private conflict: LimitConflict | null = null;

  constructor(private readonly of: Question) {
    const { options, asked, limits, weights } = of;
    this.open = openZones(options, asked, limits);
    this.around = aroundOf(asked, this.open);
    this.fills = new Fills(this.open, this.around, asked, weights);
    this.paid = (limits.money ?? null) !== null || weights.money > 0;
    this.without = {
      fits: [...options].flatMap(([zone, all]) => (all.length === 0 ? [zone] : [])),
      dry: this.open.flatMap(({ zone, all }) => (all.some(o => isDry(o, limits)) ? [] : [zone.id])),
      holds: [],
    };
  }

  /** Rounds of own search, packs as they filled the round before, until one finds what the last did. */
  search(): Round {
    const { asked, limits, effort, report } = this.of;
    let found: Round | null = null;
    for (let n = 0; n < ROUNDS.search; n++) {
      const model = this.fills.model(limits);
      const search: ChoiceSearch = new ChoiceSearch(
        model.problem,
        found ? { from: found.choice.options } : {},
      );
      // The first answer is told soon.
      for (let i = 0; i < (found ? effort.steps : effort.steps / 4) && !search.proven; i++) search.step();
      const round = laidOut({ model, choice: search.best, bound: search.bound }, asked, limits);
      if (!found) report(0.05, 'choosing', this.proposal(round));
      const same = found !== null && isAlike(found, round);
      found = this.bestOf(round, found);
      report((0.2 * (n + 1)) / ROUNDS.search, 'choosing', this.proposal(found));
      if (same) break;
      this.fills.learn(round);
    }
    return found!;
  }

  /** Rounds of proof from what was found; without a solver it stands as it is. */
  prove(first: Round): Round {
    const { highs, seconds } = this.of.effort.solver ?? { highs: null, seconds: 0 };
    if (!highs) return first;
    let found = first;
    let outcome: Outcome = 'another choice';
    for (let n = 0; n < ROUNDS.proof; n++) {
      const last = n === ROUNDS.proof - 1;
      const packs: Packs = this.paid && (outcome !== 'another choice' || last) ? 'fuller' : 'as known';
      // The last one may go on: what was found is there meanwhile.
      const time = seconds * (last && packs === 'as known' ? 4 : 1);
      [outcome, found] = this.proveRound(highs, time, n, packs, found);
      if (packs === 'fuller' || (outcome !== 'another choice' && !this.paid)) break;
    }
    if (found.over <= WITHIN) this.conflict = null;
    return found;
  }

  private proveRound(
    highs: Highs,
    seconds: number,
    n: number,
    packs: Packs,
    before: Round,
  ): [Outcome, Round] {
    const { asked, limits, report } = this.of;
    const model = this.fills.model(limits, { fuller: packs === 'fuller' ? FULLER : 1 });
    const share = (part: number) => 0.2 + (0.7 * (n + Math.min(1, part))) / ROUNDS.proof;
    const proof = this.proofOf(highs, seconds, model, before, share);
    if (proof.best.over > 0 && proof.bound === Number.POSITIVE_INFINITY) {
      // Fuller packs may yet be within them.
      this.conflict ??= conflictIn(highs, model);
      return ['no choice keeps the limits', before];
    }
    const round = laidOut({ model, choice: proof.best, bound: proof.bound }, asked, limits);
    const same = isAlike(before, round);
    const found = this.bounded(this.bestOf(round, before), before, model, proof.bound, packs);
    report(share(1), 'proving', this.proposal(found));
    if (!same && packs === 'as known') this.fills.learn(round);
    return [same ? 'the same choice' : 'another choice', found];
  }

  /** A proof from what was found before; what is better on the way is laid out and told. */
  private proofOf(
    highs: Highs,
    seconds: number,
    model: Model,
    before: Round,
    share: (part: number) => number,
  ): Proof {
    const { asked, limits, report } = this.of;
    const start = weigh(model.problem, before.choice.options);
    const from = Date.now();
    let told = start;
    let shown = before;
    return prove(highs, model.problem, start, {
      seconds,
      near: NEAR,
      report: ({ best, bound }) => {
        const at = share((Date.now() - from) / 1000 / seconds);
        if (!isBetter(best, told)) return report(at, 'proving');
        told = best;
        const round = laidOut({ model, choice: best, bound }, asked, limits);
        if (better(round, shown)) shown = round;
        // Who stops before the proof is done keeps it.
        report(at, 'proving', this.proposal(shown));
      },
    });
  }

  /** The best of a round, of the same polished, and of what was found before. */
  private bestOf(round: Round, before: Round | null): Round {
    const { asked, limits } = this.of;
    const all = [round, polished(round, asked, limits), ...(before ? [before] : [])];
    const best = all.reduce((a, b) => (better(b, a) ? b : a));
    // The same again, with what is known of packs by now.
    return before && isAlike(before, round) && isAlike(best, round) ? round : best;
  }

  /** What is found, with what this proof says of how much better another could be. */
  private bounded(found: Round, before: Round, model: Model, bound: number, packs: Packs): Round {
    if (packs === 'as known')
      return { ...found, model, choice: weigh(model.problem, found.choice.options), bound };
    // What no pack as it is known allowed is told by how much better fuller ones could be.
    if (isAlike(found, before)) return before.choice.value < before.bound ? { ...before, bound } : before;
    this.fills.learn(found);
    const learned = this.fills.model(this.of.limits);
    return { ...found, model: learned, choice: weigh(learned.problem, found.choice.options), bound };
  }

  /** All that is said of what was found: what limits cost, what would come down, and its own year’s damp. */
  proposed(found: Round): Proposal {
    const { asked, limits, effort, report } = this.of;
    const { prices = true } = effort;
    report(0.92, 'asking what limits cost');
    if (prices) this.without.holds = fallingIn(asked, found.placement);
    const settled = settledDamp(found, asked);
    const { conflict } = this;
    const last = this.proposal(found, {
      conflict,
      prices:
        prices && !conflict
          ? pricesOf(
              limits,
              within => this.fills.model(within),
              found,
              (model, from) => this.bought(model, from),
            )
          : [],
      damp: { state: settled.state, wetEnd: settled.wetEnd.state },
    });
    // What its own year finds wetter than was asked is told of its zones, whatever the search took it for.
    const { dry } = this.without;
    const damper = this.open.flatMap(({ zone }) =>
      zone.bays.some(b => {
        const { state } = settled.bays.get(b.id)!;
        return state !== 'bare' && !isNoDamper(state, limits.damp);
      }) && !dry.includes(zone.id)
        ? [zone.id]
        : [],
    );
    return {
      ...last,
      figures: { ...last.figures, water: settled.most.likely },
      without: { ...this.without, dry: [...dry, ...damper] },
    };
  }

  private bought(model: Model, from: readonly number[]): Choice {
    const { steps, solver } = this.of.effort;
    const search = new ChoiceSearch(model.problem, { from });
    for (let i = 0; i < Math.min(steps, 24); i++) search.step();
    if (!solver) return search.best;
    return prove(solver.highs, model.problem, search.best, { seconds: PRICED, near: NEAR }).best;
  }

  private proposal(
    { model, choice, bound, placement, figures, over }: Round,
    last: Pick<Proposal, 'conflict' | 'prices' | 'damp'> = { conflict: null, prices: [], damp: null },
  ): Proposal {
    const { open, around, without } = this;
    const { options, asked, limits } = this.of;
    return {
      ...last,
      placement,
      zones: open.map(({ zone, all }, g) => ({
        zone: zone.id,
        option: all[choice.options[g]!]!,
        runnerUp: runnerUp(g, all, model, choice, coreOf),
      })),
      putUp: around.ups.map(({ id, panes, all }, i) => ({
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
    };
  }
}

const isAlike = (a: Round, b: Round): boolean => a.choice.options.every((k, g) => k === b.choice.options[g]);

/** Zones where a piece would come down as it is usually held, and what would hold it. */
function fallingIn({ design, library }: ChoiceQuestion, placement: Placement): Proposal['without']['holds'] {
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
