import { applySchool, type Ends, endsAt, schools } from '../../buildup/index.ts';
import type { Evaluation } from '../../evaluate/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Brief, Design, Shell } from '../../model/index.ts';
import {
  anchored,
  bayMoisture,
  type ClimateOf,
  climateFor,
  dampModel,
  gainOf,
  wettestAt,
} from '../../van/wetting/index.ts';
import { QUICK } from './schoolsCompared.ts';

/** What nobody knows exactly of how a van is built. */
type BuiltInput = keyof Ends;
/** And of how it is lived in. */
export type BandInput = BuiltInput | 'nights' | 'people' | 'air';

const BUILT: readonly BuiltInput[] = ['ways', 'width', 'missed'];

/** First winter's water in a bay, kg/m2: as things usually turn out, at the wet end, and with one thing alone gone wrong. */
export interface BayBand {
  /** As things usually turn out, kg/m2. */
  likely: number;
  /** With all of it gone wrong, kg/m2. */
  wetEnd: number;
  /** With one thing alone gone wrong, kg/m2, the one that wets most first. */
  alone: { what: BuiltInput; peak: number }[];
}

/** What separates the likely and the wet end of a bay; null for a bare one. Throws RangeError for an unknown bay. */
export function bayBand(
  e: Evaluation,
  { shell }: { shell: Shell },
  id: string,
  library: Library,
): BayBand | null {
  const laid = e.bays.get(id);
  const damp = e.damp.bays.get(id);
  if (!laid || !damp) throw new RangeError(`The evaluation has no bay “${id}”`);
  const { bay, zone, buildUp, like } = laid;
  if (!buildUp || !damp.moisture || !damp.wetEnd) return null;
  const { assembly, leakAt } = dampModel(shell, zone.kind, bay, buildUp, like.joints, library);
  const moistureBy = bayMoisture(assembly, e.damp.climate, zone.kind, gainOf(shell, zone.kind));
  const alone = BUILT.map(what => ({
    what,
    peak: moistureBy(leakAt({ ...endsAt('likely'), [what]: 'wetEnd' }), like.joints.seamLength).peak,
  }));
  alone.sort((a, b) => b.peak - a.peak);
  return { likely: damp.moisture.peak, wetEnd: damp.wetEnd.moisture.peak, alone };
}

/** First winter's water of every school's wettest bay, kg/m2, in the order of the schools. */
export interface SchoolBand {
  /** As things usually turn out. */
  likely: number[];
  /** With all of how it is built gone wrong. */
  wetEnd: number[];
  /** With one thing alone otherwise than is thought. */
  alone: { what: BandInput; peaks: number[] }[];
}

/** Every school, each at the seal quality it is reckoned with, over all that nobody knows exactly. */
export function schoolBand(
  design: Pick<Design, 'shell' | 'brief'>,
  library: Library,
  climateOf: ClimateOf = QUICK,
): SchoolBand {
  const placements = schools.map(s => applySchool(design.shell, s.id, library));
  const { brief } = design;
  const own = placements.map(p => climateOf(design, p));
  const guess = climateFor(design.shell, brief);
  // Otherwise lived in, its climate follows from its own as the guess moves.
  const peaks = (lived: Brief, ends: Ends) => {
    const moved = lived === brief ? null : climateFor(design.shell, lived);
    return placements.map((p, k) => {
      const climate = moved ? anchored(own[k]!, guess, moved) : own[k]!;
      return wettestAt({ ...design, brief: lived }, p, library, [null], ends, climate)[0]!.peak;
    });
  };
  const likely = endsAt('likely');
  const lived: [BandInput, Brief][] = [
    ['nights', { ...brief, nights: { ...brief.nights, winter: Math.min(7, brief.nights.winter + 1) } }],
    ['people', { ...brief, people: Math.min(8, brief.people + 1) }],
    ['air', { ...brief, ventilation: Math.max(1, brief.ventilation / 2) }],
  ];
  return {
    likely: peaks(brief, likely),
    wetEnd: peaks(brief, endsAt('wetEnd')),
    alone: [
      ...BUILT.map(what => ({ what, peaks: peaks(brief, { ...likely, [what]: 'wetEnd' }) })),
      ...lived.map(([what, otherwise]) => ({ what, peaks: peaks(otherwise, likely) })),
    ],
  };
}

/** Less than this between two schools is no order, kg/m2. */
const TELLS = 0.001;

/** Whether schools keep their order by the water they hold, and what turns it. */
export interface Ranking {
  /** Index of the school that holds least. */
  least: number;
  /** Whether it does so over the whole band. */
  leads: boolean;
  /** Whether all keep their order over the whole band. */
  holds: boolean;
  /** What alone turns it, and two schools that then change places: the leader first if it is turned. */
  turn: { what: BandInput | 'all'; before: number; after: number } | null;
}

/** How the ranking of the schools by their first winter's water stands over the band. */
export function rankingOf({ likely, wetEnd, alone }: SchoolBand): Ranking {
  const least = likely.reduce((best, p, k) => (p < likely[best]! ? k : best), 0);
  const swapped = (peaks: readonly number[], of: readonly number[]) => {
    for (const a of of)
      for (let b = 0; b < likely.length; b++)
        if (likely[a]! < likely[b]! - TELLS && peaks[a]! > peaks[b]! + TELLS) return { before: a, after: b };
    return null;
  };
  const everywhere = [...alone, { what: 'all' as const, peaks: wetEnd }];
  const find = (of: readonly number[]): Ranking['turn'] => {
    for (const { what, peaks } of everywhere) {
      const pair = swapped(peaks, of);
      if (pair) return { what, ...pair };
    }
    return null;
  };
  const leader = find([least]);
  const any = leader ?? find(likely.map((_, k) => k));
  return { least, leads: leader === null, holds: any === null, turn: any };
}
