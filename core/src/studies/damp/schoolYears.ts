import { applySchool, closesJoints, type End, endsAt, schools } from '../../buildup/index.ts';
import { bayResult, evaluate } from '../../evaluate/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Brief, Design } from '../../model/index.ts';
import { FACE_HOLDS } from '../../physics/air/index.ts';
import { NOTHING_HEARD } from '../../van/quiet/index.ts';
import { buildsUp, type DampState } from '../../van/wetting/index.ts';
import { bayModelInput } from './bayModel.ts';
import { bayYears } from './bayYear.ts';
import { sealed, wettestBay } from './schoolsCompared.ts';
import { GUESSED, type YearOf } from './sensitivity.ts';

/** What two years by the hour do to the bay that takes up most in one school. Water in kg/m2. */
export interface SchoolYears {
  /** Id of the school. */
  school: string;
  /** Id of the bay that takes up most. */
  bay: string;
  /** The verdict on the whole van, by months in the same air. */
  state: DampState;
  /** Highest in the first year, run-off counted in, kg/m2: by months or by the hour, whichever finds more. */
  peak: number;
  /** What the second year added, kg/m2. */
  left: number;
  /** Hours a year above 80 % and 0 degC at the steel (ISO 9223). */
  wetHours: number;
  /** Highest index on either face, 0 to 6. */
  mould: number;
  /** Days for 100 g/m2 to dry. */
  days: number;
}

/** What advice on a school rests on: its verdict, and hours where they are known. */
export type JudgedSchool = Pick<SchoolYears, 'school' | 'state' | 'peak' | 'days'> &
  Partial<Pick<SchoolYears, 'left' | 'mould'>>;

export interface SchoolAdvice {
  /** Id of the school advised. */
  school: string;
  /** By which part of the rule. */
  because: 'least wet of those that dry' | 'least wet' | 'least bad';
  /** Schools that are out, and why. */
  out: { school: string; why: 'builds up' | 'moulds' }[];
}

export interface SchoolStudy {
  /** Seal qualities, 0 to 1. */
  seals: number[];
  /** For each seal quality every school in its order. */
  bySeal: SchoolYears[][];
  /** Winter nights a week. */
  nights: number[];
  /** For each of them every school at the seal quality it is reckoned with. */
  byNights: SchoolYears[][];
  /** Every school at its own seal quality, at the wet end of what nobody knows exactly. */
  wetEnd: SchoolYears[];
}

/** A second year that adds more than this builds up, kg/m2. */
const GROWS = 0.002;
/** Mould that can be seen (Hukka and Viitanen 1999, from memory). */
const SEEN = 3;
/** A leak that is gone within so many summer days is forgiven. */
const FORGIVING = 90;
const YEARS = 2;
const SEALS = [0, 0.25, 0.5, 0.7, 0.8, 0.9, 0.95, 1];
const NIGHTS = [1, 2, 4, 6, 7];

/**
 * Which school suits this van on damp alone: those whose verdict is that they build up, or that do so or mould by the hour, are
 * out; where all are, the least bad is named as that. Of the rest, the least wet of
 * those that dry a leak of `leak` kg/m2 within a summer, unless all of these run with water; then the least wet.
 */
export function adviseSchool(points: readonly JudgedSchool[], leak: number): SchoolAdvice {
  const out = points.flatMap((p): SchoolAdvice['out'] =>
    buildsUp(p.state) || (p.left ?? 0) > GROWS
      ? [{ school: p.school, why: 'builds up' }]
      : (p.mould ?? 0) >= SEEN
        ? [{ school: p.school, why: 'moulds' }]
        : [],
  );
  const rest = points.filter(p => !out.some(o => o.school === p.school));
  const least = (list: readonly JudgedSchool[], of: (p: JudgedSchool) => number) =>
    list.reduce((a, b) => (of(b) < of(a) ? b : a)).school;
  if (rest.length === 0) return { school: least(points, p => p.peak), because: 'least bad', out };
  const dries = rest.filter(p => (p.days * leak) / 0.1 <= FORGIVING && p.peak <= FACE_HOLDS);
  return dries.length > 0
    ? { school: least(dries, p => p.peak), because: 'least wet of those that dry', out }
    : { school: least(rest, p => p.peak), because: 'least wet', out };
}

/** Every school by the hour, against seal quality and against winter nights a week. `report` hears the share done. */
export function schoolStudy(
  design: Pick<Design, 'shell' | 'brief'>,
  library: Library,
  report: (share: number) => void = () => undefined,
  yearOf: YearOf = GUESSED,
): SchoolStudy {
  const { shell, brief } = design;
  const placements = schools.map(s => applySchool(shell, s.id, library));
  const taped = schools.filter(closesJoints).length;
  const total = SEALS.length * taped + (schools.length - taped) + (NIGHTS.length + 1) * schools.length;
  let done = 0;
  const run = (
    k: number,
    seal: number | null,
    b: Brief,
    { year, climate }: ReturnType<YearOf>,
    end: End = 'likely',
  ): SchoolYears => {
    const placement = seal === null ? placements[k]! : sealed(placements[k]!, seal);
    const e = evaluate({ shell, brief: b }, placement, library, NOTHING_HEARD, climate);
    const wettest = wettestBay(e, end);
    const worst = bayResult(e, wettest.bay);
    const r = bayYears({ ...bayModelInput(shell, worst), ends: endsAt(end), years: YEARS }, year, library);
    report(++done / total);
    return {
      school: schools[k]!.id,
      bay: worst.bay.id,
      state: end === 'likely' ? e.damp.state : e.damp.wetEnd.state,
      peak: Math.max(wettest.peak, r.peaks[0]! + r.runOff / YEARS),
      left: Math.max(0, r.ends[1]! - r.ends[0]!),
      wetHours: r.wetness.hours,
      mould: Math.max(r.mould.atSkin, r.mould.atLining),
      days: (end === 'likely' ? worst.moisture! : worst.wetEnd!.moisture).daysToDry,
    };
  };
  const usual = placements.map(p => yearOf(design, p));
  const open = schools.map((s, k) => (closesJoints(s) ? null : run(k, null, brief, usual[k]!)));
  const bySeal = SEALS.map(q => schools.map((_, k) => open[k] ?? run(k, q, brief, usual[k]!)));
  const byNights = NIGHTS.map(n => {
    const b = { ...brief, nights: { ...brief.nights, winter: n } };
    return schools.map((_, k) => run(k, null, b, yearOf({ shell, brief: b }, placements[k]!)));
  });
  const wetEnd = schools.map((_, k) => run(k, null, brief, usual[k]!, 'wetEnd'));
  return { seals: [...SEALS], bySeal, nights: [...NIGHTS], byNights, wetEnd };
}
