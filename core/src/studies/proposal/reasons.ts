import { type Choice, isBetter, weigh } from '../../choosing/index.ts';
import {
  FIGURE_KEYS,
  type Figured,
  type FigureKey,
  figuresBy,
  pastLimit,
  VAN_FIGURES,
} from '../../figures/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import { buildUpsOf } from './candidate.ts';
import type { ChoiceLimits } from './limits.ts';
import type { Model } from './model.ts';
import type { LayUpOption } from './options.ts';
import type { PutUp, PutUps } from './putUps.ts';
import type { Round } from './rounds.ts';

/** One zone's part of a proposal. */
export interface ZonePick {
  zone: string;
  option: LayUpOption;
  /** The best of the others. */
  runnerUp: RunnerUp<LayUpOption> | null;
}

/** The best of the others with all else as it is, and what it changes; null where there is no other. */
export interface RunnerUp<O> {
  option: O;
  /** In the sums of the whole. */
  changes: Figured;
  /** Whether a limit would be broken. */
  breaks: boolean;
}

/** What is put up at night in one place. */
export interface PutUpPick extends Pick<PutUps, 'id' | 'panes'> {
  /** What; with neither screens nor curtain for nothing. */
  option: PutUp;
  /** The best of the others. */
  runnerUp: RunnerUp<PutUp> | null;
}

/** What a limit costs: with a little more of it, so much would be better. */
export interface LimitPrice {
  limit: FigureKey;
  /** So much more of it, in its unit. */
  more: number;
  /** What the figures change by then. */
  changes: Figured;
}

/** The best other option of one group, all else as it is; what is alike by its core is no other. */
export function runnerUp<O>(
  g: number,
  all: readonly O[],
  { problem, sums }: Model,
  choice: Choice,
  core: (option: O) => string,
): RunnerUp<O> | null {
  const before = sums(choice);
  let best: { k: number; weighed: Choice } | null = null;
  for (let k = 0; k < all.length; k++) {
    // Another lining or a little more damping is no other choice.
    if (core(all[k]!) === core(all[choice.options[g]!]!)) continue;
    const options = [...choice.options];
    options[g] = k;
    const weighed = weigh(problem, options);
    if (!best || isBetter(weighed, best.weighed)) best = { k, weighed };
  }
  if (!best) return null;
  return {
    option: all[best.k]!,
    changes: minus(sums(best.weighed), before),
    breaks: best.weighed.over > choice.over + ROUNDING,
  };
}

/** What insulates and what keeps the air in. */
export const coreOf = (o: LayUpOption): string =>
  JSON.stringify([
    o.ribs === 'stuffed',
    ...buildUpsOf(o).map(({ layers }) =>
      layers
        .filter(l => l.role !== 'damping' && l.role !== 'lining' && l.role !== 'finish')
        .map(l => [l.role, l.role === 'air gap' ? '' : l.material, l.thickness]),
    ),
  ]);

const minus = (a: Figured, b: Figured): Figured => figuresBy(k => a[k] - b[k]);

/** What a little more of each limit would change, for those that are near. */
export function pricesOf(
  limits: ChoiceLimits,
  modelled: (limits: ChoiceLimits) => Model,
  round: Round,
  best: (model: Model, from: readonly number[]) => Choice,
): LimitPrice[] {
  const { model, choice } = round;
  const before = model.sums(choice);
  const spare = new Map(spareOf(limits, round).map(s => [s.limit, s.by]));
  return FIGURE_KEYS.flatMap((limit): LimitPrice[] => {
    const { limit: own, better } = VAN_FIGURES[limit];
    const most = limits[limit] ?? null;
    // One that is far away costs nothing.
    if (!own || most === null || spare.get(limit)! > own.more) return [];
    const next = modelled({ ...limits, [limit]: better === 'less' ? most + own.more : most - own.more });
    const found = best(next, choice.options);
    return isBetter(found, choice)
      ? [{ limit, more: own.more, changes: minus(next.sums(found), before) }]
      : [];
  });
}

/** How far each limit that may be set is from being broken, in its unit; negative where it is. */
export const spareOf = (
  limits: ChoiceLimits,
  { figures }: Pick<Round, 'figures'>,
): { limit: FigureKey; by: number }[] =>
  FIGURE_KEYS.flatMap(limit => {
    const past = pastLimit(limit, figures[limit], limits);
    return VAN_FIGURES[limit].limit && !Number.isNaN(past) ? [{ limit, by: -past }] : [];
  });
