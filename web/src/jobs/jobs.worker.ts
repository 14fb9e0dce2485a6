import { type Job, runJob } from './jobs.ts';

self.onmessage = async (event: MessageEvent<Job>) => {
  const outcome = await runJob(event.data, (share, soFar) =>
    self.postMessage(soFar === undefined ? { share } : { share, soFar }),
  );
  self.postMessage({ outcome });
};
