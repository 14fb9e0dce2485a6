import { contentKey } from '@overcoat/jobs/contentKey';
import type { Answer, Ask, Job, JobKind } from '@overcoat/jobs/jobs';
import { useCallback, useEffect } from 'react';
import { useLibrary } from '../api/queries.ts';
import { cancelJob, recall, startJob, useResults } from '../jobs/results.ts';
import { useDesign } from '../store/design.ts';
import { useOpenDesign } from '../store/openDesign.ts';

export interface Run<K extends JobKind> {
  answer: Answer<K> | null;
  /** Whether the answer belongs to something else than is asked now, and the revision it belongs to. */
  stale: boolean;
  revision: number | null;
  /** Share done of what is running; null when nothing is. */
  running: number | null;
  /** It waits for its turn. */
  queued: boolean;
  failed: string | null;
  /** Cancelled: it waits to be asked again. */
  stopped: boolean;
  run(): void;
  /** The same question once more, asked in another way: how long to search does not change what is asked. */
  runAs(how: Partial<Ask<K>>): void;
  cancel(): void;
}

const nothing = () => ({});

/**
 * A long run of one kind for the open conversion, shown in one place (`slot`): its last answer, marked stale once
 * design, brief, materials, weather or whatever else is in `ask` is no longer what it was computed for. Quick ones run
 * by themselves (`auto`) and before the others. `after` says what a run takes from the answer before it. The parts of `ask` must be the same objects as long as they hold the same.
 */
export function useJob<K extends JobKind>(
  kind: K,
  slot: string,
  ask: Ask<K>,
  auto = false,
  after: (answer: Answer<K>) => Partial<Ask<K>> = nothing,
): Run<K> {
  const { shell, brief } = useOpenDesign();
  const { own: materials, prices } = useLibrary();
  const conversion = useDesign(s => s.id);
  const revision = useDesign(s => s.saved?.revision ?? 0);
  const key = `${conversion}/${kind}/${slot}`;
  const held = useResults(s => s.slots[key]);
  const asked = contentKey(kind, shell, brief, materials, prices, ...Object.entries(ask as object).flat());
  useEffect(() => void recall(key), [key]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `asked` tells all that the job is made of.
  const start = useCallback(
    (how: Partial<Ask<K>>, byItself: boolean) => {
      const job = { kind, design: { shell, brief }, materials, prices, ask: { ...(ask as object), ...how } };
      void startJob(key, job as unknown as Job, { asked, revision, quick: auto, byItself });
    },
    [key, asked, revision],
  );
  const before = held?.kept?.answer as Answer<K> | undefined;
  const runAs = useCallback((how: Partial<Ask<K>>) => start(how, false), [start]);
  const run = useCallback(() => runAs(before ? after(before) : {}), [runAs, before, after]);
  const cancel = useCallback(() => cancelJob(key), [key]);
  const stale = held?.kept ? held.kept.asked !== asked : false;
  // What runs for something else than is asked by now is given up.
  const overtaken = held?.running != null && held.runningFor !== asked;
  const idle = held?.running == null && !held?.failed && !held?.stopped;
  const wanted = auto && (((stale || !held?.kept) && idle) || overtaken);
  useEffect(() => {
    // Of several that look at one slot, the first has started it.
    const now = useResults.getState().slots[key];
    if (wanted && (now?.running == null || now.runningFor !== asked))
      start(before ? after(before) : {}, true);
  }, [wanted, start, before, after, key, asked]);
  return {
    answer: (held?.kept?.answer as Answer<K> | undefined) ?? null,
    stale,
    revision: held?.kept?.revision ?? null,
    running: held?.running ?? null,
    queued: held?.queued ?? false,
    failed: held?.failed ?? null,
    stopped: held?.stopped ?? false,
    run,
    runAs,
    cancel,
  };
}
