import { runJob } from '@overcoat/jobs/jobs';
import { locateSolver } from '@overcoat/jobs/solver';
import wasm from 'highs/runtime?url';
import { keepAnswer } from './answers.ts';
import type { SentJob } from './results.ts';

locateSolver(wasm);
self.onmessage = async ({ data: { keepAs, ...job } }: MessageEvent<SentJob>) => {
  const outcome = await runJob(job, (share, soFar) =>
    self.postMessage(soFar === undefined ? { share } : { share, soFar }),
  );
  self.postMessage({ outcome });
  // Written down for other windows here, where nobody waits for it.
  if (keepAs !== undefined && outcome.ok) await keepAnswer(keepAs, job.kind, outcome.answer);
};
