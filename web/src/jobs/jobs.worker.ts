import { type Job, runJob } from './jobs.ts';

self.onmessage = (event: MessageEvent<Job>) => {
  self.postMessage({ outcome: runJob(event.data, share => self.postMessage({ share })) });
};
