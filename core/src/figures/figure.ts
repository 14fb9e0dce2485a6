import type { Evaluation } from '../evaluate/index.ts';
import type { Library } from '../materials/index.ts';
import type { Brief, Zone } from '../model/index.ts';
import type { MassLine } from '../order/load/index.ts';

/** Units of figures, each printed as the person has it. */
export type Unit = 'W/K' | 'kg' | 'money' | 'h' | 'm' | 'kg/m2' | 'share' | 'times' | 'dB' | 'MJ';

/** A limit that a person may set. */
interface FigureLimit {
  /** What the brief sets; null for any. */
  brief(brief: Brief): number | null;
  /** What passing it by one of the unit counts, where it may be passed, in money. Judgement, no source. */
  passed: number;
  /** A little more of it, in the unit: what that would buy is told. */
  more: number;
  /** A shortfall is said in whole ones of so much, in the unit. */
  step: number;
}

/** A figure of a whole van that variants, schools and choices are seen, compared, weighed and limited by. */
export interface VanFigure {
  unit: Unit;
  /** Whether less or more of it is better. */
  better: 'less' | 'more';
  /** A smaller change is none, in the unit. */
  tells: number;
  /** Of a whole van; NaN where it rests on what is not counted yet. */
  of(e: Evaluation, library: Library): number;
  /** What a zone takes of it that is evaluated alone, the more the worse; null where a choice counts that in a way of its own. */
  takenIn: ((e: Evaluation, zone: Zone, library: Library) => number) | null;
  /** What layers take of it wherever they lie; null where it does not go by them. */
  ofLayers: ((lines: readonly MassLine[], library: Library) => number) | null;
  /** How what zones take comes together: as a sum, as the most of any floor with any ceiling, or in whole packs. */
  gathers: 'sum' | 'room' | 'packs';
  /** Whether the van has some besides what is chosen, that is known once it is laid. */
  besides: boolean;
  /** What one of it is worth in money to somebody to whom it matters as money does. Judgement, no source; said on the screen. */
  worth: number;
  /** How much it matters to who wrote the brief, 0 to 3. */
  matters(brief: Brief): number;
  /** The limit that may be set; null for none. */
  limit: FigureLimit | null;
}
