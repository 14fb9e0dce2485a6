import { type Job, runJob } from '@overcoat/jobs/jobs';
import { locateSolver } from '@overcoat/jobs/solver';
import wasm from 'highs/runtime?url';

locateSolver(wasm);
self.onmessage = async (event: MessageEvent<Job>) => {
  const outcome = await runJob(event.data, (share, soFar) =>
    self.postMessage(soFar === undefined ? { share } : { share, soFar }),
  );
  self.postMessage({ outcome });
};
