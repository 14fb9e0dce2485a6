import { type Choice, usesOf, weigh } from '../../choosing/index.ts';
import { type Figured, figuresBy, type Weights } from '../../figures/index.ts';
import type { OrderLine } from '../../order/takeoff/index.ts';
import type { ChoiceLimits } from './limits.ts';
import { keyOf, type Model, modelOf, type Open } from './model.ts';
import type { ChoiceQuestion } from './options.ts';
import type { Around } from './putUps.ts';
import type { Round } from './rounds.ts';

/** No pack is taken for emptier, as a share. */
const LEAST = 0.05;

/**
 * How full this van's pieces make sheets and rolls, by what each lay-up takes alone: few items tell little, but for what one zone alone
 * may have, which is laid just so.
 */
function usualFill(open: readonly Open[]): Map<string, number> {
  const sums = new Map<string, { need: number; full: number; most: number; zones: Set<Open> }>();
  for (const zone of open)
    for (const { uses } of zone.all)
      for (const u of uses) {
        const own = sums.get(keyOf(u)) ?? { need: 0, full: 0, most: LEAST, zones: new Set() };
        sums.set(keyOf(u), own);
        own.zones.add(zone);
        own.most = Math.max(own.most, u.filled);
        if (u.items < 2) continue;
        own.need += u.need;
        own.full += u.need / Math.max(LEAST, u.filled);
      }
  return new Map(
    [...sums].flatMap(([key, { need, full, most, zones }]): [string, number][] => {
      if (zones.size === 1) return [[key, most]];
      return need > 0 ? [[key, need / full]] : [];
    }),
  );
}

/** What is a hair too little for one pack fewer. */
const SHORT = 0.98;

/** What is known of how packs fill, learned from what was laid: models of the choice rest on it. */
export class Fills {
  private readonly known: Map<string, number>;
  /** Besides what is chosen: zones that are not chosen for, wood under edges, the last sheet of few, supplies, tools and spares, making ready. */
  private besides: Figured = figuresBy(() => 0);

  constructor(
    private readonly open: readonly Open[],
    private readonly around: Around,
    private readonly asked: ChoiceQuestion,
    private readonly weights: Weights,
  ) {
    this.known = usualFill(open);
  }

  /** The choice under limits, by other weights and with packs so many times as full where that is given. */
  model(
    limits: ChoiceLimits,
    { weights = this.weights, fuller = 1 }: { weights?: Weights; fuller?: number } = {},
  ): Model {
    const bought = { known: this.known, fuller, besides: this.besides };
    return modelOf(this.open, this.around, this.asked, limits, weights, bought);
  }

  /** Packs fill as they do in what was laid; what they then do not explain is bought besides. */
  learn(round: Round): void {
    const before = this.model(NO_LIMITS);
    for (const l of round.lines) this.fill(l, before, round.choice);
    const { problem, sums } = this.model(NO_LIMITS);
    const summed = sums(weigh(problem, round.choice.options));
    this.besides = figuresBy((k, f) =>
      f.besides ? this.besides[k] + round.figures[k] - summed[k] : this.besides[k],
    );
  }

  /** As full as it takes for as many packs as were laid, and no fuller than that there had to be so many. */
  private fill(
    { material, stock, packs, need: laid }: OrderLine,
    { problem, contents }: Model,
    choice: Choice,
  ): void {
    const key = keyOf({ material, ...stock });
    const p = contents.findIndex(c => c.key === key);
    const pack = problem.packs[p];
    // What is paid by the metre or lies there already is counted otherwise.
    if (!pack || pack.have || stock.byMetre) return;
    // Zones alone need a little more than together; what is not chosen for needs its own.
    const need = problem.groups.reduce(
      (sum, { options }, g) => sum + (usesOf(options[choice.options[g]!]!).get(p) ?? 0),
      0,
    );
    const most = Math.max(need, laid);
    const fuller = most / packs;
    const emptier = packs > 1 ? SHORT * (most / (packs - 1)) : Number.POSITIVE_INFINITY;
    this.known.set(key, Math.max(fuller, Math.min(emptier, pack.size)) / contents[p]!.whole);
  }
}

const NO_LIMITS: ChoiceLimits = { damp: 'grows' };
