import { type Library, materialOf } from '../../materials/index.ts';
import type { BuildUp } from '../../model/index.ts';
import type { BayMoisture } from '../../van/wetting/index.ts';

/** Why hours and months find another amount of water in the same bay, in the same climate. */
type DiffersBy = 'storage' | 'run-off' | 'hours';

/** How a study by the hour stands to the verdict by months. */
export interface Differs {
  /** First winter's water by months, run-off counted in, kg/m2. */
  months: number;
  /** The same by the hour, kg/m2. */
  hours: number;
  /** Their ratio less 1; 0 where neither finds more than a gram. */
  by: number;
  /** What makes the difference: layers that bind water, what runs off and when, or else sun and weather by the hour. */
  why: DiffersBy[];
}

/** Less is no water to differ by, kg/m2. */
const A_GRAM = 0.001;

/** The first year by the hour, at its months' ends, against the verdict; `ran` is what ran off in a year, kg/m2. */
export function differs(
  verdict: Pick<BayMoisture, 'peak' | 'ran'>,
  hours: { peak: number; ran: number },
  buildUp: Pick<BuildUp, 'layers'> | null,
  library: Library,
): Differs {
  const binds = (buildUp?.layers ?? []).some(
    l => l.role !== 'air gap' && materialOf(library, l.material).sorption !== 'none',
  );
  const total = hours.peak + hours.ran;
  const why: DiffersBy[] = [];
  if (binds) why.push('storage');
  if (verdict.ran > A_GRAM || hours.ran > A_GRAM) why.push('run-off');
  if (why.length === 0) why.push('hours');
  const none = Math.max(verdict.peak, total) < A_GRAM;
  return { months: verdict.peak, hours: total, by: none ? 0 : total / Math.max(verdict.peak, 1e-9) - 1, why };
}
