import { applySchool, closesJoints, type End, schools } from '../../buildup/index.ts';
import { type Evaluation, evaluate } from '../../evaluate/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Design, Placement } from '../../model/index.ts';
import { NOTHING_HEARD } from '../../van/quiet/index.ts';
import { buildsUp, type ClimateOf, climateFor, type DampState, wetterThan } from '../../van/wetting/index.ts';

/** One school on one van at one seal quality. */
export interface SchoolPoint {
  /** Id of the school. */
  school: string;
  name: string;
  /** Of the whole van by it. */
  evaluation: Evaluation;
  /** Id of the bay that holds most in the first winter. */
  bay: string;
  /** What that bay takes up on the design night, kg/m2. */
  night: number;
  /** Most it holds in the first winter, kg/m2. */
  peak: number;
  /** For 100 g/m2 to dry there. */
  days: number;
  /** Whether any bay gains water from year to year. */
  grows: boolean;
}

/** A guess, where nobody has found the van's own. */
export const QUICK: ClimateOf = ({ shell, brief }) => climateFor(shell, brief);

/** Every school put into this van with the given share of its seams closed (where it closes them at all). */
export function schoolsAt(
  design: Pick<Design, 'shell' | 'brief'>,
  sealQuality: number,
  library: Library,
  climateOf: ClimateOf = QUICK,
): SchoolPoint[] {
  return schools.map(school => {
    const placement = sealed(applySchool(design.shell, school.id, library), sealQuality);
    const evaluation = evaluate(design, placement, library, NOTHING_HEARD, climateOf(design, placement));
    return { school: school.id, name: school.name, evaluation, ...wettestBay(evaluation) };
  });
}

/** A placement with another seal quality in every build-up whose joints are closed. */
export const sealed = (placement: Placement, sealQuality: number): Placement => ({
  ...placement,
  buildUps: placement.buildUps.map(b => (closesJoints(b) ? { ...b, sealQuality } : b)),
});

/** The bay that holds most in the first winter speaks for the school: its wetting and its drying belong together. */
export function wettestBay(
  e: Evaluation,
  end: End = 'likely',
): Pick<SchoolPoint, 'night' | 'peak' | 'days' | 'grows' | 'bay'> {
  let worst = { night: 0, peak: -1, days: 0, bay: '' };
  for (const [bay, damp] of e.damp.bays) {
    const moisture = end === 'likely' ? damp.moisture : damp.wetEnd?.moisture;
    if (!moisture) continue;
    const here = {
      night: moisture.nightDiffusion + moisture.nightLeakage,
      peak: moisture.peak,
      days: moisture.daysToDry,
      bay,
    };
    if (wetterThan(here, worst)) worst = here;
  }
  return {
    ...worst,
    peak: Math.max(0, worst.peak),
    grows: buildsUp((end === 'likely' ? e.damp : e.damp.wetEnd).state),
  };
}

export interface SealSweep {
  /** Seal qualities, 0 to 1. */
  at: number[];
  /** First winter's water, kg/m2: for each school at each seal quality. */
  peak: number[][];
  /** A night's water, kg/m2, likewise. */
  night: number[][];
  /** Days for 100 g/m2 to dry, likewise. */
  days: number[][];
  /** The verdict, likewise. */
  state: DampState[][];
  /** First winter's water at the wet end, kg/m2, likewise. */
  wetEnd: number[][];
  /** Where two schools change places in the first winter, with the seal quality at which they do. */
  crossings: { first: string; second: string; at: number }[];
}

/** Each school's verdict, wetting and drying against seal quality, and where they cross. */
export function sealSweep(
  design: Pick<Design, 'shell' | 'brief'>,
  library: Library,
  steps = 20,
  climateOf: ClimateOf = QUICK,
): SealSweep {
  const at = Array.from({ length: steps + 1 }, (_, i) => i / steps);
  const rows = schools.map(school => {
    const placement = applySchool(design.shell, school.id, library);
    // A school's cabin is that of its usual seal: joints hardly move its air.
    const climate = climateOf(design, placement);
    const point = (p: Placement) => {
      const e = evaluate(design, p, library, NOTHING_HEARD, climate);
      return { ...wettestBay(e), state: e.damp.state, wetEnd: e.damp.most.wetEnd };
    };
    const open = closesJoints(school) ? null : point(placement);
    return at.map(q => open ?? point(sealed(placement, q)));
  });
  const peak = rows.map(list => list.map(w => w.peak));
  const crossings: SealSweep['crossings'] = [];
  for (let a = 0; a < schools.length; a++)
    for (let b = a + 1; b < schools.length; b++)
      for (let i = 1; i < at.length; i++) {
        const before = peak[a]![i - 1]! - peak[b]![i - 1]!;
        const after = peak[a]![i]! - peak[b]![i]!;
        if (before * after < 0)
          crossings.push({
            first: schools[a]!.id,
            second: schools[b]!.id,
            at: at[i - 1]! + ((at[i]! - at[i - 1]!) * before) / (before - after),
          });
      }
  return {
    at,
    peak,
    night: rows.map(list => list.map(w => w.night)),
    days: rows.map(list => list.map(w => w.days)),
    state: rows.map(list => list.map(w => w.state)),
    wetEnd: rows.map(list => list.map(w => w.wetEnd)),
    crossings,
  };
}
