import { useCallback, useEffect, useRef, useState } from 'react';
import type { DampAnswer, DampJob } from './dampJobs.ts';

interface Running {
  state: 'idle' | 'running' | 'done' | 'failed';
  answer: DampAnswer | null;
  /** What the answer belongs to; it is stale once this is no longer what is asked. */
  of: string | null;
}

/**
 * Runs a job off the page's thread. The last answer stays, marked stale by `of`, until the job is run again; leaving
 * or cancelling ends the worker.
 */
export function useDampJob(): Running & { run(job: DampJob, of: string): void; cancel(): void } {
  const [running, setRunning] = useState<Running>({ state: 'idle', answer: null, of: null });
  const worker = useRef<Worker | null>(null);
  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);
  useEffect(() => end, [end]);
  const run = useCallback(
    (job: DampJob, of: string) => {
      end();
      const started = new Worker(new URL('./damp.worker.ts', import.meta.url), { type: 'module' });
      worker.current = started;
      setRunning(r => ({ ...r, state: 'running' }));
      started.onmessage = (event: MessageEvent<DampAnswer>) => {
        end();
        setRunning({ state: event.data.ok ? 'done' : 'failed', answer: event.data, of });
      };
      started.onerror = event => {
        end();
        setRunning({ state: 'failed', answer: { ok: false, message: event.message }, of });
      };
      started.postMessage(job);
    },
    [end],
  );
  const cancel = useCallback(() => {
    end();
    setRunning(r => ({ ...r, state: r.answer ? 'done' : 'idle' }));
  }, [end]);
  return { ...running, run, cancel };
}
