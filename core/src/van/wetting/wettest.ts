import { layUp } from '../../buildup/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Design, Placement } from '../../model/index.ts';
import { drying, firstPeaks } from '../../physics/moisture/index.ts';
import { cavityTemperature, climateFor, dampModel, gainOf, nightOf, periodsOf } from './bayMonths.ts';

/** What the bay that holds most in the first winter does, at one seal quality. */
export interface WettestBay {
  /** Its id. */
  bay: string;
  /** Highest in the first year by months, kg/m2. */
  peak: number;
  /** Taken up on the design night, kg/m2. */
  night: number;
  /** For 100 g/m2 to dry. */
  days: number;
}

/** The wettest bay of a placement at each of some seal qualities (of what is taped at all): far quicker than `evaluate`. */
export function wettestAt(
  design: Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  library: Library,
  seals: readonly number[],
): WettestBay[] {
  const { shell, brief } = design;
  const climate = climateFor(shell, brief);
  const tries: Try[] = [];
  for (const { kind, bay, buildUp, joints } of layUp(shell, placement, library).cases) {
    if (!buildUp) continue;
    const { assembly, leakAt } = dampModel(shell, kind, bay, buildUp, joints, library);
    const periods = periodsOf(assembly, climate, gainOf(shell, kind), () => 0);
    const firstPeak = firstPeaks(assembly, periods);
    const cavityT = cavityTemperature(assembly);
    const peakAt = (missed: number): number => {
      const leak = leakAt(missed);
      for (const { regimes } of periods)
        for (const r of regimes) r.leak = leak(cavityT(r.outside.t, r.inside.t), r.inside.t);
      return firstPeak();
    };
    const nightAt = (missed: number): number => {
      const night = nightOf(assembly, climate, leakAt(missed));
      return night.diffusion + night.leakage;
    };
    const daysAt = (missed: number): number => drying(assembly, leakAt(missed)).days;
    // What is not taped does not care for the seal.
    const open = buildUp.seams !== 'taped';
    tries.push({
      bay: bay.id,
      open,
      peakAt,
      nightAt,
      daysAt,
      most: open ? peakAt(1) : Number.POSITIVE_INFINITY,
    });
  }
  const out = seals.map((): WettestBay => ({ bay: '', peak: 0, night: 0, days: 0 }));
  // From the leakiest on: a tighter seal lets no bay take up more, so one that was drier than the best of now is out.
  for (const i of seals.map((_, k) => k).sort((a, b) => seals[a]! - seals[b]!)) {
    let worst: Try | null = null;
    const missed = ({ open }: Try) => (open ? 1 : 1 - seals[i]!);
    for (const t of tries.sort((a, b) => b.most - a.most)) {
      if (worst && t.most < worst.most) break;
      if (!t.open) t.most = t.peakAt(missed(t));
      const wetter =
        !worst ||
        t.most > worst.most ||
        (t.most === worst.most && t.nightAt(missed(t)) > worst.nightAt(missed(worst)));
      if (wetter) worst = t;
    }
    if (worst)
      out[i] = {
        bay: worst.bay,
        peak: worst.most,
        night: worst.nightAt(missed(worst)),
        days: worst.daysAt(missed(worst)),
      };
  }
  return out;
}

/** A bay that may be the wettest: what it does at a share of joints missed, and the most it took up at the leakiest tried yet. */
interface Try {
  bay: string;
  /** Whether nobody tapes its joints. */
  open: boolean;
  /** kg/m2, kg/m2 and days. */
  peakAt(missed: number): number;
  nightAt(missed: number): number;
  daysAt(missed: number): number;
  most: number;
}

/** By the first winter's highest water; by the night where that is the same. */
export const wetterThan = (
  a: Pick<WettestBay, 'peak' | 'night'>,
  b: Pick<WettestBay, 'peak' | 'night'>,
): boolean => a.peak > b.peak || (a.peak === b.peak && a.night > b.night);
