import { type Choice, ChoiceSearch, weigh } from '../../choosing/index.ts';
import type { Evaluation } from '../../evaluate/index.ts';
import type { ChoiceLimits, ChoiceWeights, Sums } from './limits.ts';
import { type Model, modelOf, type Open } from './model.ts';
import type { Asked, LayUpOption } from './options.ts';

/** One zone's part of a proposal. */
export interface ZonePick {
  /** Id of the zone. */
  zone: string;
  /** What goes in. */
  option: LayUpOption;
  /** The best of the others with all else as it is, and what it changes; null where there is no other. */
  runnerUp: { option: LayUpOption; changes: Sums; breaks: boolean } | null;
}

/** What a limit costs: with a little more of it, so much would be better. */
export interface LimitPrice {
  /** Which. */
  limit: keyof ChoiceLimits;
  /** So much more of it, in its unit. */
  more: number;
  /** What the figures change by then. */
  changes: Sums;
}

/** What a little more of each limit is. */
const MORE: Record<Exclude<keyof ChoiceLimits, 'damp'>, number> = {
  budget: 100,
  mass: 10,
  height: 0.01,
  hours: 5,
};

/** The best other option of one zone, all else as it is. */
export function runnerUp(
  g: number,
  all: readonly LayUpOption[],
  { problem, sums }: Model,
  choice: Choice,
): ZonePick['runnerUp'] {
  const before = sums(choice);
  let best: { k: number; weighed: Choice } | null = null;
  for (let k = 0; k < all.length; k++) {
    // Another lining or a little more damping is no other choice.
    if (coreOf(all[k]!) === coreOf(all[choice.options[g]!]!)) continue;
    const options = [...choice.options];
    options[g] = k;
    const weighed = weigh(problem, options);
    const worse =
      best &&
      (weighed.over > best.weighed.over + 1e-9 ||
        (Math.abs(weighed.over - best.weighed.over) <= 1e-9 && weighed.value >= best.weighed.value));
    if (!worse) best = { k, weighed };
  }
  if (!best) return null;
  return {
    option: all[best.k]!,
    changes: minus(sums(best.weighed), before),
    breaks: best.weighed.over > choice.over + 1e-9,
  };
}

/** What insulates and what keeps the air in. */
const coreOf = ({ buildUp }: LayUpOption): string =>
  JSON.stringify(
    buildUp.layers
      .filter(l => l.role !== 'damping' && l.role !== 'lining' && l.role !== 'finish')
      .map(l => [l.role, l.role === 'air gap' ? '' : l.material, l.thickness]),
  );

const minus = (a: Sums, b: Sums): Sums => ({
  heat: a.heat - b.heat,
  mass: a.mass - b.mass,
  money: a.money - b.money,
  hours: a.hours - b.hours,
  drums: a.drums - b.drums,
  taken: a.taken - b.taken,
});

/** What a little more of each limit would change, for those that bind. */
export function pricesOf(
  open: readonly Open[],
  asked: Asked,
  limits: ChoiceLimits,
  weights: ChoiceWeights,
  waste: ReadonlyMap<string, number>,
  choice: Choice,
  model: Model,
  steps: number,
  { order, load, fit }: Evaluation,
): LimitPrice[] {
  const before = model.sums(choice);
  const spare = (limit: keyof typeof MORE, most: number): number => {
    if (limit === 'budget') return most - order.cost;
    if (limit === 'mass') return most - load.mass;
    return limit === 'height' ? fit.headroom.left - most : most - before.hours;
  };
  return (Object.keys(MORE) as (keyof typeof MORE)[]).flatMap((limit): LimitPrice[] => {
    const most = limits[limit];
    if (most === null) return [];
    const more = MORE[limit];
    // One that is far away costs nothing.
    if (spare(limit, most) > more) return [];
    const wider = { ...limits, [limit]: limit === 'height' ? most - more : most + more };
    const next = modelOf(open, asked, wider, weights, waste);
    const search = new ChoiceSearch(next.problem, { from: choice.options });
    for (let i = 0; i < steps; i++) search.step();
    const better =
      choice.over > 0 ? search.best.over < choice.over - 1e-9 : search.best.value < choice.value - 1e-6;
    return better ? [{ limit, more, changes: minus(next.sums(search.best), before) }] : [];
  });
}
