import type { Evaluation } from '@overcoat/core/evaluate';
import type { FigureKey } from '@overcoat/core/figures';
import type { Library } from '@overcoat/core/materials';
import type { Design } from '@overcoat/core/model';
import type { Working } from '@overcoat/core/studies/working';
import type { UnitSystem } from '@overcoat/core/units';

/** A headline figure of a design: all that the ledger, the change note and Compare say of it. */
export interface Figure {
  key: FigureKey;
  /** Over its value, and over its column. */
  name: string;
  /** What a zone's share of it is called. */
  zoneName: string;
  /** Read from an evaluation; a verdict is read as its rank. */
  of(e: Evaluation, library: Library): number;
  /** Of one zone; null where a zone has none. */
  ofZone(e: Evaluation, zone: string, library: Library): number | null;
  print(value: number, units: UnitSystem): string;
  /** A mark before the value, for verdicts. */
  mark?(value: number): string;
  /** What became of `before`, in words; null when it is as good as the same. */
  change(before: number, now: number, units: UnitSystem): string | null;
  /** The same without its unit, beside the value; null also where words say it better. */
  changeShort(before: number, now: number, units: UnitSystem): string | null;
  /** What became of a zone's share; null when it is as good as the same. */
  zoneChange(before: number, now: number, units: UnitSystem): string | null;
  better: 'less' | 'more';
  /** The line under it. */
  note(e: Evaluation, design: Design, units: UnitSystem, library: Library): string;
  /** What it may come to, where that is far from what is likely; left out where its value says enough. */
  band?(e: Evaluation): string | null;
  /** Whether it needs somebody. */
  alert(e: Evaluation, design: Design): boolean;
  /** Whether it is still being reckoned: what stands is greyed; left out where it never is. */
  waits?(e: Evaluation): boolean;
  /** The change from one evaluation to another in words, where the value alone tells too little; null for none. */
  tells?(before: Evaluation, now: Evaluation): string | null;
  /** How it came about; null where there is nothing to show. */
  working(e: Evaluation, design: Design, library: Library): Working | null;
}

/** How a figure that is a quantity tells its change. */
export function quantity(
  name: string,
  print: Figure['print'],
  /** A change smaller than this is none. */
  noise: number,
): Pick<Figure, 'print' | 'change' | 'changeShort' | 'zoneChange'> {
  const signed = (before: number, now: number, units: UnitSystem): string | null => {
    const by = now - before;
    return !(Math.abs(by) >= noise) ? null : `${by > 0 ? '+' : ''}${print(by, units)}`;
  };
  return {
    print,
    change(before, now, units) {
      const by = signed(before, now, units);
      return by && `${name} ${by}`;
    },
    zoneChange: signed,
    changeShort: (before, now, units) =>
      signed(before, now, units)?.replace(/ (mm|kg|lb|W\/K|dB|h|MJ)$/, '') ?? null,
  };
}

/** The best of some values, or NaN where there is nothing to choose from. */
export const bestOf = (figure: Pick<Figure, 'better'>, values: readonly number[]): number =>
  values.length < 2 ? Number.NaN : figure.better === 'less' ? Math.min(...values) : Math.max(...values);
