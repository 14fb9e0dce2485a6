import { type LaidBay, type LayUp, layUp, ribsAs } from '../buildup/index.ts';
import type { Library } from '../materials/index.ts';
import type { Design, Placement, Shell } from '../model/index.ts';
import { type TakeOff, takeOff } from '../order/takeoff/index.ts';
import { type Heard, NOTHING_HEARD } from '../van/quiet/index.ts';
import { climateFor, type VanClimate } from '../van/wetting/index.ts';
import { type DampResult, dampOf } from './damp.ts';
import { type FitResult, fitOf } from './fit.ts';
import { type HeatResult, heatOf } from './heat.ts';
import { type LoadResult, loadOf } from './load.ts';
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
  /** Mass added. */
  load: LoadResult;
  /** Drumming. */
  quiet: QuietResult;
  /** Pieces, packs and cost by a quick layout. */
  order: TakeOff;
}

/**
 * Lays a placement into the design's shell and asks every question of it under the design's brief and what knocks told;
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
  return {
    bays: laid.bays,
    fit: fitOf(shell, laid, library),
    heat: heatOf(shell, brief, laid, library, placement),
    damp: dampOf(shell, laid, library, climate),
    load: loadOf(shell, laid, library),
    quiet: quietOf(shell, brief, laid, library, heard),
    order: takeOff(laid, library),
  };
}

/** The same van in another climate: its damp alone is asked again. */
export function inClimate(e: Evaluation, shell: Shell, library: Library, climate: VanClimate): Evaluation {
  const cases: LayUp['cases'] = [];
  for (const { like } of e.bays.values()) cases[like.index] = like;
  return { ...e, damp: dampOf(shell, { bays: e.bays, cases }, library, climate) };
}
