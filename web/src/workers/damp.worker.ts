import { type DampJob, runDampJob } from './dampJobs.ts';

self.onmessage = (event: MessageEvent<DampJob>) => {
  self.postMessage({ outcome: runDampJob(event.data, share => self.postMessage({ share })) });
};
