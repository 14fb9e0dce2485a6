import { parentPort } from 'node:worker_threads';
import { type Job, runJob } from '@overcoat/jobs/jobs';
import { packed } from '@overcoat/jobs/packed';

/** Does one job after another; what comes back is as the pages keep it, null where it cannot be computed. */
parentPort?.on('message', async (job: Job) => {
  const outcome = await runJob(job);
  const from = { by: 'server', at: new Date().toISOString() };
  parentPort?.postMessage(outcome.ok ? packed({ kind: job.kind, answer: outcome.answer, ...from }) : null);
});
