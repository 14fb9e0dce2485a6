import {
  type BayYearInput,
  type BayYears,
  bayYears,
  type Design,
  glassOf,
  hourlyYear,
  type Material,
  makeLibrary,
  type Price,
  type SealSweep,
  sealSweep,
} from '@overcoat/core';

interface Shelf {
  materials: Material[];
  prices: Price[];
}

/** What a worker is asked. */
export type DampJob = Shelf &
  (
    | { kind: 'years'; design: Pick<Design, 'shell' | 'brief'>; input: BayYearInput }
    | { kind: 'sweep'; design: Pick<Design, 'shell' | 'brief'> }
  );

export type DampAnswer = { ok: true; years?: BayYears; sweep?: SealSweep } | { ok: false; message: string };

/** Does one job; the same function in the worker and in tests. */
export function runDampJob(job: DampJob): DampAnswer {
  try {
    const library = makeLibrary(job.materials, job.prices);
    if (job.kind === 'sweep') return { ok: true, sweep: sealSweep(job.design, library) };
    const year = hourlyYear(job.design.brief, glassOf(job.design.shell));
    return { ok: true, years: bayYears(job.input, year, library) };
  } catch (error) {
    return { ok: false, message: error instanceof Error ? error.message : String(error) };
  }
}
