import { type DampJob, runDampJob } from './dampJobs.ts';

self.onmessage = (event: MessageEvent<DampJob>) => {
  self.postMessage(runDampJob(event.data));
};
