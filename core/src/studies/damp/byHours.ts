import { type DampClass, dampLevel, dampState } from '../../van/wetting/index.ts';
import { carriesOver } from './tellable.ts';

/** A part of the shell as two years or more by the hour left it. */
interface PartHours {
  bays: readonly string[];
  /** Highest free water of each year, kg/m2. */
  peaks: readonly number[];
  /** Highest at a month's end in the first year, kg/m2: what months are classed by. */
  atMonths: number;
  /** Free water at each year's end, kg/m2. */
  ends: readonly number[];
}

/** What hours say of a van. */
export interface ByHours {
  /** Class of its worst part. */
  state: DampClass;
  /** Ids of that part's bays. */
  bays: readonly string[];
  /** Its highest free water in the first winter, kg/m2. */
  peak: number;
  /** What it keeps more from the first year's end to the last, kg/m2. */
  carried: number;
}

/** The class of a van's worst part by the hour, by the same scale as months; null of no parts. */
export function classByHours(parts: readonly PartHours[]): ByHours | null {
  let worst: ByHours | null = null;
  for (const { bays, peaks, atMonths, ends } of parts) {
    const carried = ends.at(-1)! - ends[0]!;
    const growth = carriesOver(carried) ? carried / Math.max(1, ends.length - 1) : 0;
    const one = { state: dampState({ highest: atMonths, growth }), bays, peak: peaks[0]!, carried };
    const by = worst ? dampLevel(one.state) - dampLevel(worst.state) || one.peak - worst.peak : 1;
    if (by > 0) worst = one;
  }
  return worst;
}
