import { type Job, runJob } from './jobs.ts';

self.onmessage = (event: MessageEvent<Job>) => {
  self.postMessage({
    outcome: runJob(event.data, (share, soFar) =>
      self.postMessage(soFar === undefined ? { share } : { share, soFar }),
    ),
  });
};
