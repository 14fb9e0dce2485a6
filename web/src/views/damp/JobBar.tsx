import type { ReactNode } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Refused } from '../../ui/Refused.tsx';

interface Props {
  job: {
    answer: unknown;
    stale: boolean;
    revision: number | null;
    running: number | null;
    queued: boolean;
    failed: string | null;
    run(): void;
    cancel(): void;
  };
  /** On the button, and while it runs. */
  name: string;
  doing: string;
  children?: ReactNode;
}

/** Starts a long run, shows how far it is, cancels it, and says whether its last answer still holds. */
export function JobBar({ job, name, doing, children }: Props) {
  const running = job.running !== null;
  const fresh = job.answer !== null && !job.stale;
  const share = Math.round((job.running ?? 0) * 100);
  return (
    <div className="flex flex-col gap-1.5">
      <div className="flex flex-wrap items-end gap-2">
        {children}
        <Button look={fresh ? 'plain' : 'strong'} small={fresh} disabled={running} onClick={job.run}>
          {job.answer ? 'Compute again' : name}
        </Button>
        {running && (
          <Button onClick={job.cancel} aria-label={`Cancel: ${doing}`}>
            cancel
          </Button>
        )}
      </div>
      {running && (
        <div className="flex items-center gap-2 text-[13px]">
          <div
            role="progressbar"
            aria-label={doing}
            aria-valuemin={0}
            aria-valuemax={100}
            aria-valuenow={share}
            className="h-2.5 w-40 overflow-hidden rounded-full border border-ink bg-ticket"
          >
            <div className="h-full bg-tape" style={{ width: `${share}%` }} />
          </div>
          <output>{job.queued ? 'waiting for its turn' : doing}…</output>
        </div>
      )}
      <Refused why={job.failed} />
      {job.answer !== null && job.stale && (
        <p className="font-medium text-signal">
          Older: the design or the choice here has changed since this was computed.
        </p>
      )}
    </div>
  );
}
