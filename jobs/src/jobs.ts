import { makeLibrary } from '@overcoat/core/materials';
import type { Design, Material, Price } from '@overcoat/core/model';
import { chooseJobs } from './choose.ts';
import { cutJobs } from './cut.ts';
import { dampJobs } from './damp.ts';
import type { JobShelf, Report } from './shelf.ts';
import { soundJobs } from './sound.ts';

/** Everything that runs off the page's thread, by kind: a function of the shelf and what is asked. */
const JOBS = { ...dampJobs, ...soundJobs, ...cutJobs, ...chooseJobs };

export type JobKind = keyof typeof JOBS;
export type Ask<K extends JobKind> =
  Parameters<(typeof JOBS)[K]> extends [JobShelf, infer A, ...unknown[]] ? A : object;
export type Answer<K extends JobKind> = Awaited<ReturnType<(typeof JOBS)[K]>>;

/** A job as it is sent to a worker. */
export interface Job<K extends JobKind = JobKind> {
  kind: K;
  design: Pick<Design, 'shell' | 'brief'>;
  /** The person's own; the reference library is in the worker. */
  materials: Material[];
  prices: Price[];
  ask: Ask<K>;
}

export type Outcome<K extends JobKind = JobKind> =
  | { ok: true; answer: Answer<K> }
  | { ok: false; message: string };

/** Does one job; the same function in the worker and in tests. */
export async function runJob<K extends JobKind>(
  job: Job<K>,
  report: Report = () => undefined,
): Promise<Outcome<K>> {
  try {
    const library = makeLibrary(job.materials, job.prices);
    const work = JOBS[job.kind] as (
      shelf: JobShelf,
      ask: Ask<K>,
      report: Report,
    ) => Answer<K> | Promise<Answer<K>>;
    return { ok: true, answer: await work({ design: job.design, library }, job.ask, report) };
  } catch (error) {
    return { ok: false, message: error instanceof Error ? error.message : String(error) };
  }
}
