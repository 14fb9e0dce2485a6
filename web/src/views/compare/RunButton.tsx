import type { ReactNode } from 'react';
import { Button } from '../../ui/Button.tsx';

interface Props {
  job: {
    running: number | null;
    queued: boolean;
    stale: boolean;
    failed: string | null;
    answer: unknown;
    run(): void;
    cancel(): void;
  };
  /** What asks for it the first time, and again. */
  first: string;
  again: string;
  disabled?: boolean;
  /** What is said beside it. */
  children?: ReactNode;
}

/** Starts a long run, tells how far it is, stops it; what went wrong stands beside it. */
export function RunButton({ job, first, again, disabled = false, children }: Props) {
  return (
    <div className="mt-1 flex flex-wrap items-center gap-2 text-[13px]">
      {job.running !== null || job.queued ? (
        <>
          <output>
            {(job.running ?? 0) < 0.005 ? 'weighing lay-ups …' : `${Math.round(job.running! * 100)} %`}
          </output>
          <Button small onClick={job.cancel}>
            Stop
          </Button>
        </>
      ) : (
        <Button small disabled={disabled} onClick={job.run}>
          {job.answer ? again : first}
        </Button>
      )}
      {children}
      {job.failed && (
        <span role="alert" className="text-signal">
          {job.failed}
        </span>
      )}
    </div>
  );
}
