import type { Fit, LaidBay } from '../buildup/index.ts';
import type { BayMoisture, DampState } from '../van/wetting/index.ts';
import type { Evaluation } from './evaluate.ts';
import type { BayQuiet } from './quiet.ts';

/** One bay's answers to all questions side by side. */
export interface BayResult extends LaidBay {
  /** Null where it is bare. */
  fit: Fit | null;
  /** W/m2K. */
  uValue: number;
  /** State by the monthly method. */
  damp: DampState;
  /** Whether that is the verdict, of the van's own year, or stands in for it. */
  settled: boolean;
  /** Null where there is no field to swing. */
  quiet: BayQuiet | null;
  /** Null where it is bare. */
  moisture: BayMoisture | null;
  /** At the wet end of what nobody knows exactly; null where it is bare. */
  wetEnd: { state: DampState; moisture: BayMoisture } | null;
}

/** The answers for a bay. Throws RangeError for one the evaluated shell does not have. */
export function bayResult(e: Evaluation, id: string): BayResult {
  const laid = e.bays.get(id);
  if (!laid) throw new RangeError(`The evaluation has no bay “${id}”`);
  const { state, moisture, wetEnd } = e.damp.bays.get(id)!;
  return {
    ...laid,
    fit: e.fit.bays.get(id)!,
    uValue: e.heat.bays.get(id)!,
    damp: state,
    settled: e.damp.standing === 'settled',
    quiet: e.quiet.bays.get(id)!,
    moisture,
    wetEnd,
  };
}

/** The same for every bay, in the order of the shell. */
export const bayResults = (e: Evaluation): BayResult[] => [...e.bays.keys()].map(id => bayResult(e, id));

/** The bay that is worst off for damp and speaks for the van; null when all are bare. */
export const worstBay = (e: Evaluation): BayResult | null =>
  e.damp.worst === null ? null : bayResult(e, e.damp.worst);
