import { layUp } from '../../build/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Design, Placement } from '../../model/index.ts';
import { condensations, drying } from '../../physics/moisture/index.ts';
import { cavityTemperature, climateFor, dampModel, gainOf, nightOf, periodsOf } from './bayMonths.ts';

/** What the bay that holds most in the first winter does, at one seal quality. */
export interface WettestBay {
  bay: string;
  /** Highest in the first year by months, and taken up on the design night, kg/m2; days for 100 g/m2 to dry. */
  peak: number;
  night: number;
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
    const run = condensations(assembly, periods);
    const cavityT = cavityTemperature(assembly);
    const at = (missed: number): WettestBay => {
      const leak = leakAt(missed);
      const night = nightOf(assembly, climate, leak);
      for (const { regimes } of periods)
        for (const r of regimes) r.leak = leak(cavityT(r.outside.t, r.inside.t), r.inside.t);
      return {
        bay: bay.id,
        peak: run(1).water.reduce((a, b) => Math.max(a, b), 0),
        night: night.diffusion + night.leakage,
        days: drying(assembly, leak).days,
      };
    };
    // What is not taped does not care for the seal.
    const known = buildUp.seams === 'taped' ? null : at(1);
    tries.push({ at, known, most: known?.peak ?? Number.POSITIVE_INFINITY });
  }
  const out = seals.map((): WettestBay => ({ bay: '', peak: 0, night: 0, days: 0 }));
  // From the leakiest on: a tighter seal lets no bay take up more, so one that was drier than the best of now is out.
  for (const i of seals.map((_, k) => k).sort((a, b) => seals[a]! - seals[b]!)) {
    let worst: WettestBay | null = null;
    for (const t of [...tries].sort((a, b) => b.most - a.most)) {
      if (worst && t.most < worst.peak) break;
      const here = t.known ?? t.at(1 - seals[i]!);
      t.most = here.peak;
      if (!worst || wetterThan(here, worst)) worst = here;
    }
    if (worst) out[i] = worst;
  }
  return out;
}

/** A bay that may be the wettest: what it does at a share of joints missed, and the most it did at a leakier one. */
interface Try {
  at(missed: number): WettestBay;
  known: WettestBay | null;
  most: number;
}

/** By the first winter's highest water; by the night where that is the same. */
export const wetterThan = (
  a: Pick<WettestBay, 'peak' | 'night'>,
  b: Pick<WettestBay, 'peak' | 'night'>,
): boolean => a.peak > b.peak || (a.peak === b.peak && a.night > b.night);
