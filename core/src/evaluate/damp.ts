import { endsAt, fitBuildUp, type LayUp } from '../buildup/index.ts';
import type { Library } from '../materials/index.ts';
import { inCab, isWithin, type Shell } from '../model/index.ts';
import { type Air, dewPoint } from '../physics/air/index.ts';
import {
  type BayMoisture,
  bayMoisture,
  type DampClass,
  type DampState,
  dampModel,
  dampNear,
  dampRank,
  dampState,
  gainOf,
  type LeakAt,
  type VanClimate,
} from '../van/wetting/index.ts';

/** How damp a bay gets. */
export interface BayDamp {
  /** Verdict on its five winters, as things usually turn out. */
  state: DampState;
  /** Null where it is bare. */
  moisture: BayMoisture | null;
  /** The same with joints, what is missed of them and ways round the barrier at their worst; null where it is bare. */
  wetEnd: { state: DampState; moisture: BayMoisture } | null;
}

/** Damp of a van by the monthly method. */
export interface DampResult {
  bays: ReadonlyMap<string, BayDamp>;
  /** Of the worst bay; bare when all are. */
  state: DampState;
  /** Id of the worst bay; null when all are bare. */
  worst: string | null;
  /** State of the bay that is worst at the wet end, and its id. */
  wetEnd: { state: DampState; worst: string | null };
  /** First winter's most in any bay, kg/m2, as things usually turn out and at the wet end. */
  most: { likely: number; wetEnd: number };
  /** How many bays are bare, those round the cab not counted. */
  bareBays: number;
  /** A class that the worst bay is close to and not in; null where its own is clear. */
  near: DampClass | null;
  /**
   * Whether it is the verdict, of the van's own year; or stands in for it while that is reckoned: months in a climate kept
   * from before an edit, the last verdict, or nothing; or is quick months in a guessed climate, which nobody is shown.
   */
  standing: 'settled' | 'kept' | 'last' | 'reckoning' | 'quick';
  /** What its bays met: the van's own hours, or a quick guess until they are known. */
  climate: VanClimate;
  /** The design night; dew point of the cabin, degC. */
  night: { outside: Air; inside: Air; dewPoint: number };
}

const BARE: BayDamp = { state: 'bare', moisture: null, wetEnd: null };

export function dampOf(
  shell: Shell,
  { bays, cases }: Pick<LayUp, 'bays' | 'cases'>,
  library: Library,
  climate: VanClimate,
): DampResult {
  const sections = new Map<string, ReturnType<typeof bayMoisture>>();
  const damp = cases.map(({ kind, bay, buildUp, joints, section }): BayDamp => {
    if (!buildUp || isWithin(kind)) return BARE;
    const stands = !fitBuildUp(buildUp.layers, bay, kind, library).misfit;
    const { assembly, leakAt } = dampModel(shell, kind, bay, buildUp, joints, library);
    let moistureBy = sections.get(section);
    if (!moistureBy) {
      moistureBy = bayMoisture(assembly, climate, kind, gainOf(shell, kind));
      sections.set(section, moistureBy);
    }
    const at = (leak: LeakAt) => {
      const moisture = moistureBy(leak, joints.seamLength);
      return { state: dampState(moisture), moisture };
    };
    const wetEnd = leakAt(endsAt('wetEnd'));
    // A lining that is held off its place stands open at its joints: as badly made as they can be, and never dry.
    const likely = stands ? leakAt(endsAt('likely')) : wetEnd;
    const usual = stands ? at(likely) : neverDry(at(likely));
    if (!stands) return { ...usual, wetEnd: usual };
    return { ...usual, wetEnd: wetEnd === likely ? usual : at(wetEnd) };
  });
  const byBay = new Map<string, BayDamp>();
  let worst: string | null = null;
  let wettest: string | null = null;
  let bareBays = 0;
  const most = { likely: 0, wetEnd: 0 };
  for (const { bay, zone, like } of bays.values()) {
    const here = damp[like.index]!;
    byBay.set(bay.id, here);
    if (!here.moisture) bareBays += inCab(zone.kind) || isWithin(zone.kind) ? 0 : 1;
    else {
      most.likely = Math.max(most.likely, here.moisture.peak);
      most.wetEnd = Math.max(most.wetEnd, here.wetEnd!.moisture.peak);
      if (worst === null || dampRank(here) > dampRank(byBay.get(worst)!)) worst = bay.id;
      if (wettest === null || dampRank(here.wetEnd!) > dampRank(byBay.get(wettest)!.wetEnd!))
        wettest = bay.id;
    }
  }
  return {
    bays: byBay,
    state: worst === null ? 'bare' : byBay.get(worst)!.state,
    worst,
    wetEnd: { state: wettest === null ? 'bare' : byBay.get(wettest)!.wetEnd!.state, worst: wettest },
    most,
    near: worst === null ? null : dampNear(byBay.get(worst)!.moisture!),
    bareBays,
    standing: climate.own ? 'settled' : 'quick',
    climate,
    night: { ...climate.night, dewPoint: dewPoint(climate.night.inside.p) },
  };
}

/** The same, called wetting where it would be called dry. */
const neverDry = <D extends { state: DampState }>(damp: D): D =>
  damp.state === 'dry' ? { ...damp, state: 'dries' } : damp;
