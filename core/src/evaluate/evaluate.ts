import { type LaidBay, type LayUp, layUp, ribsAs } from '../buildup/index.ts';
import type { Library } from '../materials/index.ts';
import type { Design, Placement, Shell } from '../model/index.ts';
import type { Paid } from '../order/pipeline/index.ts';
import { type TakeOff, takeOff } from '../order/takeoff/index.ts';
import { type Heard, NOTHING_HEARD } from '../van/quiet/index.ts';
import { climateFor, type VanClimate } from '../van/wetting/index.ts';
import { type DampResult, dampOf } from './damp.ts';
import { type FitResult, fitOf } from './fit.ts';
import { type HeatResult, heatOf } from './heat.ts';
import { type LoadResult, loadOf, withSupplies } from './load.ts';
import { type QuietResult, quietOf } from './quiet.ts';

/** Everything the views show of one placement, a result a question; SI units. */
export interface Evaluation {
  /** By bay id, in the order of the shell: what is laid into each. */
  bays: ReadonlyMap<string, LaidBay>;
  /** What fits, and headroom. */
  fit: FitResult;
  /** U-values and heat loss. */
  heat: HeatResult;
  /** Water by months, and the design night. */
  damp: DampResult;
  load: LoadResult;
  quiet: QuietResult;
  /** Pieces and packs by a quick layout; what is to pay stands under `pay`. */
  order: TakeOff;
  /** What is to pay and how long it takes, by pieces as they lie; null until that was counted. */
  pay: Paid | null;
}

/**
 * Lays a placement into the design's shell; every question of it is answered under the design's brief and what knocks told;
 * of damp in the van's own climate, a quick guess where that is not at hand. Throws RangeError
 * for an unknown material: `checkDesign` finds those first.
 */
export function evaluate(
  { shell: surveyed, brief }: Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  library: Library,
  heard: Heard = NOTHING_HEARD,
  climate: VanClimate = climateFor(surveyed, brief),
): Evaluation {
  const shell = ribsAs(surveyed, placement);
  const laid = layUp(shell, placement, library);
  return answered(laid.bays, {
    fit: () => fitOf(shell, laid, library),
    heat: () => heatOf(shell, brief, laid, library, placement),
    damp: () => dampOf(shell, laid, library, climate),
    load: () => loadOf(shell, laid, library),
    quiet: () => quietOf(shell, brief, laid, library, heard),
    order: () => takeOff(laid, library),
  });
}

/** How each question is answered, but for which bays there are. */
type Answers = { [Q in Exclude<keyof Evaluation, 'bays' | 'pay'>]: () => Evaluation[Q] };

/** Questions are answered when they are asked, once each: few want all of them. */
function answered(bays: Evaluation['bays'], answers: Answers, pay: Paid | null = null): Evaluation {
  const known: Partial<Evaluation> = {};
  const to = <Q extends keyof Answers>(question: Q): Evaluation[Q] => {
    known[question] ??= answers[question]() as Evaluation[Q];
    return known[question]!;
  };
  return {
    bays,
    pay,
    get fit() {
      return to('fit');
    },
    get heat() {
      return to('heat');
    },
    get damp() {
      return to('damp');
    },
    get load() {
      return to('load');
    },
    get quiet() {
      return to('quiet');
    },
    get order() {
      return to('order');
    },
  };
}

/** The same van with some answers others than before. */
const otherwise = (e: Evaluation, answers: Partial<Answers>, pay: Paid | null = e.pay): Evaluation =>
  answered(
    e.bays,
    {
      fit: () => e.fit,
      heat: () => e.heat,
      damp: () => e.damp,
      load: () => e.load,
      quiet: () => e.quiet,
      order: () => e.order,
      ...answers,
    },
    pay,
  );

/** The same van with another answer about damp. */
export const withDamp = (e: Evaluation, damp: () => DampResult): Evaluation => otherwise(e, { damp });

/** The same van with what is to pay counted, and the supplies that stay in it weighed. `e` has none yet. */
export const withPay = (e: Evaluation, shell: Shell, pay: Paid): Evaluation =>
  otherwise(e, { load: () => withSupplies(e.load, shell, pay.stays) }, pay);

/** The same van in another climate: its damp alone is asked again. */
export function inClimate(e: Evaluation, shell: Shell, library: Library, climate: VanClimate): Evaluation {
  const cases: LayUp['cases'] = [];
  for (const { like } of e.bays.values()) cases[like.index] = like;
  return withDamp(e, () => dampOf(shell, { bays: e.bays, cases }, library, climate));
}
