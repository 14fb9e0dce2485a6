import {
  type BayYearInput,
  type BayYears,
  bayYears,
  type Design,
  type Effect,
  glassOf,
  hourlyYear,
  type Material,
  makeLibrary,
  type Placement,
  type Price,
  type SealSweep,
  sealSweep,
  sensitivity,
  type WeatherFile,
} from '@overcoat/core';

interface Shelf {
  materials: Material[];
  prices: Price[];
}

/** What a worker is asked. */
export type DampJob = Shelf &
  (
    | {
        kind: 'years';
        design: Pick<Design, 'shell' | 'brief'>;
        input: BayYearInput;
        /** Instead of the brief's climate. */
        weather?: WeatherFile;
      }
    | { kind: 'sweep'; design: Pick<Design, 'shell' | 'brief'> }
    | { kind: 'effects'; design: Pick<Design, 'shell' | 'brief'>; placement: Placement; bay: string }
  );

export type DampAnswer =
  | { ok: true; years?: BayYears; sweep?: SealSweep; effects?: Effect[] }
  | { ok: false; message: string };

/** Does one job; the same function in the worker and in tests. */
export function runDampJob(job: DampJob): DampAnswer {
  try {
    const library = makeLibrary(job.materials, job.prices);
    if (job.kind === 'sweep') return { ok: true, sweep: sealSweep(job.design, library) };
    if (job.kind === 'effects')
      return { ok: true, effects: sensitivity(job.design, job.placement, job.bay, library) };
    const year = hourlyYear(job.design.brief, glassOf(job.design.shell), 1, job.weather);
    return { ok: true, years: bayYears(job.input, year, library) };
  } catch (error) {
    return { ok: false, message: error instanceof Error ? error.message : String(error) };
  }
}
