import { closesJoints, endsAt, layUp } from '../../buildup/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Design, Placement } from '../../model/index.ts';
import { condensations, drying } from '../../physics/moisture/index.ts';
import { climateFor, dampModel, gainOf, gathered, letIn, monthsAt, nightOf, periodsOf } from './bayMonths.ts';

/** What the bay that holds most in the first winter does, at one seal quality. */
export interface WettestBay {
  bay: string;
  /** Highest in the first year by months, kg/m2. */
  peak: number;
  /** Taken up on the design night, kg/m2. */
  night: number;
  /** For 100 g/m2 to dry. */
  days: number;
}

/**
 * The wettest bay of a placement at each of some seal qualities (of what is closed at all; null for its own), at one end
 * of what nobody knows exactly: far quicker than `evaluate`.
 */
export function wettestAt(
  design: Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  library: Library,
  seals: readonly (number | null)[],
  ends = endsAt('likely'),
  climate = climateFor(design.shell, design.brief),
): WettestBay[] {
  const { shell } = design;
  const tries: Try[] = [];
  for (const { kind, bay, buildUp, joints } of layUp(shell, placement, library).cases) {
    if (!buildUp) continue;
    const { assembly, leakAt } = dampModel(shell, kind, bay, buildUp, joints, library);
    const periods = periodsOf(monthsAt(climate, kind), gainOf(shell, kind));
    const years = condensations(assembly, periods);
    const peakAt = (seal?: number): number => {
      letIn(periods, leakAt(ends, seal));
      return gathered(years(1)).peak;
    };
    const nightAt = (seal?: number): number => {
      const night = nightOf(assembly, climate, leakAt(ends, seal));
      return night.diffusion + night.leakage;
    };
    const daysAt = (seal?: number): number => drying(assembly, leakAt(ends, seal)).days;
    // What is not closed does not care for the seal.
    const open = !closesJoints(buildUp);
    // A drain is drier for a joint that lets its air through: what it takes up has no order by its seal.
    const drained = joints.holes.some(h => h.from === 'outside');
    tries.push({
      bay: bay.id,
      open,
      drained,
      peakAt,
      nightAt,
      daysAt,
      most: open ? peakAt(0) : Number.POSITIVE_INFINITY,
    });
  }
  const out = seals.map((): WettestBay => ({ bay: '', peak: 0, night: 0, days: 0 }));
  // From the leakiest on: a tighter seal lets no bay take up more, so one that was drier than the best of now is out.
  for (const i of seals.map((_, k) => k).sort((a, b) => (seals[a] ?? 0) - (seals[b] ?? 0))) {
    let worst: Try | null = null;
    const seal = seals[i] ?? undefined;
    for (const t of tries) if (t.drained && !t.open) t.most = Number.POSITIVE_INFINITY;
    for (const t of tries.sort((a, b) => b.most - a.most)) {
      if (worst && t.most < worst.most) break;
      if (!t.open) t.most = t.peakAt(seal);
      const wetter =
        !worst || t.most > worst.most || (t.most === worst.most && t.nightAt(seal) > worst.nightAt(seal));
      if (wetter) worst = t;
    }
    if (worst)
      out[i] = {
        bay: worst.bay,
        peak: worst.most,
        night: worst.nightAt(seal),
        days: worst.daysAt(seal),
      };
  }
  return out;
}

/** A bay that may be the wettest: what it does at a share of joints closed, or as its build-up has it, and the most it took up at the leakiest tried yet. */
interface Try {
  bay: string;
  /** Whether nobody closes its joints. */
  open: boolean;
  /** Whether air from outdoors comes in. */
  drained: boolean;
  /** kg/m2, kg/m2 and days. */
  peakAt(seal?: number): number;
  nightAt(seal?: number): number;
  daysAt(seal?: number): number;
  most: number;
}

/** By the first winter's highest water; by the night where that is the same. */
export const wetterThan = (
  a: Pick<WettestBay, 'peak' | 'night'>,
  b: Pick<WettestBay, 'peak' | 'night'>,
): boolean => a.peak > b.peak || (a.peak === b.peak && a.night > b.night);
