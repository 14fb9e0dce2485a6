import type { FigureKey, Weights } from '@overcoat/core/figures';
import type { Placement } from '@overcoat/core/model';
import type { Offcut } from '@overcoat/core/order/cutting';
import type { PayBy } from '@overcoat/core/order/pipeline';
import { ownClimate, searchClimate } from '@overcoat/core/studies/cabin';
import { type DisputeQuestion as Disputed, type Settled, settle } from '@overcoat/core/studies/disputes';
import {
  type Avoided,
  type Candidate,
  type ChoiceLimits,
  type ChoiceQuestion,
  type Chosen,
  choose,
  type FiguredVan,
  type Flip,
  type FrontPoint,
  figured,
  figuredAtOnce,
  flipsOf,
  frontOf,
  type Improvement,
  improvements,
  type LayUpOption,
  type Proposal,
  weighAll,
  zonesOf,
} from '@overcoat/core/studies/proposal';
import type { Heard } from '@overcoat/core/van/quiet';
import { dampLevel, isNoDamper, type VanClimate } from '@overcoat/core/van/wetting';
import { contentKey } from './contentKey.ts';
import type { JobShelf, Report } from './shelf.ts';
import { solver } from './solver.ts';
import { weighed } from './weighing.ts';

/** What lay-ups are weighed for. */
interface WeighAsk {
  placement: Placement;
  heard: Heard;
  climate: VanClimate;
  avoided: Avoided;
  /** Zones that stay as they are. */
  locked: string[];
  /** Rests at hand. */
  offcuts: Offcut[];
  /** What to pay rests on besides. */
  pay: PayBy;
}

interface ChooseAsk extends WeighAsk {
  limits: ChoiceLimits;
  weights: Weights;
}

/** A placement's figures under its id. */
export type FiguredRow = FiguredVan & { id: string };

interface FiguredAsk extends Pick<WeighAsk, 'heard'> {
  /** Each with what to pay rests on, rests at hand among it. */
  placements: { id: string; design: Placement; pay: PayBy }[];
}

/** What was chosen, its zones as they go to a worker. */
type FlipsOf = Omit<Chosen, 'zones'> & { zones: [zone: string, candidate: Candidate][] };

/** Of the work, what goes to the search by the climate at hand; the rest is for one more by the year of what that chose, where it asks for it. */
const FIRST = 0.6;
/** Steps of own search in a round, and seconds of proof. */
const STEPS = 30;
const SECONDS = 12;

/** What was weighed last in this worker, by zone: limits and weights ask no physics again, nor does what is locked or set free. */
let last: { key: string; free: Map<string, LayUpOption[]>; climate: VanClimate } | null = null;

async function optionsOf(
  { design, library }: JobShelf,
  { placement, heard, climate: given, avoided, locked, offcuts, pay }: WeighAsk,
  report: (share: number) => void,
  settled?: VanClimate,
): Promise<[ChoiceQuestion, Map<string, LayUpOption[]>]> {
  const key = contentKey(design, placement, heard, settled ?? given, avoided, [...library.values()]);
  const known = last?.key === key ? last : null;
  const free = known?.free ?? new Map<string, LayUpOption[]>();
  // Of a bare van no year is known: that of a usual lining is nearer than a guess.
  const climate =
    settled ?? known?.climate ?? (given.own ? given : searchClimate(design, placement, library));
  last = { key, free, climate };
  const asked = { design, placement, library, heard, climate, avoided, locked, offcuts, pay };
  const kept = weighAll(asked, undefined, new Set(locked));
  const left = zonesOf(asked).filter(({ id }) => !kept.has(id) && !free.has(id));
  for (const [zone, options] of await weighed(asked, new Set(left.map(z => z.id)), report))
    free.set(zone, options);
  // In the order of the shell, whoever weighed them.
  return [asked, new Map(zonesOf(asked).map(({ id }) => [id, kept.get(id) ?? free.get(id)!]))];
}

/** Points of the front. */
const POINTS = 25;

export const chooseJobs = {
  /** What some zones may get: a part of the work below, for who shares it. */
  weigh(
    { design, library }: JobShelf,
    { zones, ...ask }: WeighAsk & { zones: string[] },
    report: Report,
  ): [string, LayUpOption[]][] {
    const asked = { design, library, ...ask };
    return [...weighAll(asked, share => report(share), new Set(zones))];
  },

  /** The best of one figure that so much of another allows, within the other limits; told as it grows. */
  async front(
    shelf: JobShelf,
    { limits, weights, x, y, ...ask }: ChooseAsk & { x: FigureKey; y: FigureKey },
    report: Report,
  ): Promise<FrontPoint[]> {
    const [asked, options] = await optionsOf(shelf, ask, share => report(share * 0.3));
    const drawn = { x, y, points: POINTS };
    return frontOf(options, asked, limits, weights, drawn, await solver(), (share, soFar) =>
      report(0.3 + share * 0.7, soFar),
    );
  },

  /** Placements in the figures that choices are weighed by: all at once without a word on damp, then settled one by one. */
  figured({ design, library }: JobShelf, { placements, heard }: FiguredAsk, report: Report): FiguredRow[] {
    const of = { design, library, heard };
    const rows = placements.map(({ id, design: placement }) => ({ id, ...figuredAtOnce(of, placement) }));
    report(0, rows);
    placements.forEach(({ id, design: placement, pay }, i) => {
      rows[i] = { id, ...figured({ ...of, pay }, placement) };
      report((i + 1) / placements.length, [...rows]);
    });
    return rows;
  },

  /** For each zone the change that saves most heat for its money. */
  async improve(
    shelf: JobShelf,
    { limits, ...ask }: WeighAsk & { limits: ChoiceLimits },
    report: Report,
  ): Promise<Improvement[]> {
    const [asked, options] = await optionsOf(shelf, ask, share => report(share));
    return improvements(options, asked, limits);
  },

  /** Which assumed depths and soft inputs would change what was chosen. */
  async flips(
    shelf: JobShelf,
    { limits, weights, chosen, ...ask }: ChooseAsk & { chosen: FlipsOf },
    report: Report,
  ): Promise<Flip[]> {
    const [asked, options] = await optionsOf(shelf, ask, share => report(share * 0.2));
    return flipsOf(options, asked, limits, weights, { ...chosen, zones: new Map(chosen.zones) }, share =>
      report(0.2 + share * 0.8),
    );
  },

  /** What practitioners dispute, answered for this van. */
  disputes: (
    { design, library }: JobShelf,
    ask: Omit<Disputed, 'design' | 'library'>,
    report: Report,
  ): Settled => settle({ design, library, ...ask }, report),

  /** The best lay-up for every zone under limits, with its reasons; the best so far is told all along. */
  async choose(shelf: JobShelf, { limits, weights, ...ask }: ChooseAsk, report: Report): Promise<Proposal> {
    const effort = { steps: STEPS, solver: { highs: await solver(), seconds: SECONDS } };
    const found = async (from: number, to: number, climate?: VanClimate) => {
      const [asked, options] = await optionsOf(
        shelf,
        ask,
        share => report(from + share * 0.4 * (to - from)),
        climate,
      );
      return choose(options, asked, limits, weights, effort, (share, _, soFar) =>
        report(from + (0.4 + share * 0.6) * (to - from), soFar),
      );
    };
    const first = await found(0, FIRST);
    if (!first.damp || isNoDamper(first.damp.state, limits.damp)) return first;
    // Its own year is wetter than the one it was searched by: searched once more by that.
    report(FIRST, first);
    const own = ownClimate(shelf.design, first.placement, shelf.library);
    const again = await found(FIRST, 1, own);
    const drier = again.damp && dampLevel(again.damp.state) < dampLevel(first.damp.state);
    return drier || again.over < first.over ? again : first;
  },
};
