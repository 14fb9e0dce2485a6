import { useCallback, useEffect, useMemo } from 'react';
import { useLibrary } from '../api/queries.ts';
import { useDesign } from '../store/design.ts';
import { useOpenDesign } from '../store/evaluation.ts';
import type { Answer, Ask, DampJob, JobKind } from './dampJobs.ts';
import { cancelJob, recall, runJob, useResults } from './results.ts';

interface Job<K extends JobKind> {
  answer: Answer<K> | null;
  /** Whether the answer belongs to something else than is asked now, and the revision it belongs to. */
  stale: boolean;
  revision: number | null;
  /** Share done of what is running; null when nothing is. */
  running: number | null;
  failed: string | null;
  /** Cancelled: it waits to be asked again. */
  stopped: boolean;
  run(): void;
  cancel(): void;
}

/**
 * A long run of one kind for the open conversion, shown in one place (`slot`): its last answer, marked stale once
 * design, brief, materials or `ask` are no longer what it was computed for. Quick ones run by themselves (`auto`).
 */
export function useDampJob<K extends JobKind>(
  kind: K,
  slot: string,
  ask: Omit<Ask<K>, 'materials' | 'prices' | 'design'>,
  auto = false,
): Job<K> {
  const { shell, brief } = useOpenDesign();
  const { own: materials, prices } = useLibrary();
  const conversion = useDesign(s => s.id);
  const revision = useDesign(s => s.saved?.revision ?? 0);
  const key = `${conversion}/${kind}/${slot}`;
  const held = useResults(s => s.slots[key]);
  const bare = useMemo(
    () => JSON.stringify([shell, brief, materials, prices]),
    [shell, brief, materials, prices],
  );
  const asked = bare + JSON.stringify(ask, inShort);
  useEffect(() => void recall(key), [key]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `asked` tells all that the job is made of.
  const run = useCallback(
    () =>
      runJob(
        key,
        { kind, materials, prices, design: { shell, brief }, ...ask } as unknown as DampJob,
        asked,
        revision,
      ),
    [key, asked, revision],
  );
  const cancel = useCallback(() => cancelJob(key), [key]);
  const stale = held?.kept ? held.kept.asked !== asked : false;
  const wanted = auto && (stale || !held?.kept) && held?.running == null && !held?.failed && !held?.stopped;
  useEffect(() => {
    if (wanted) run();
  }, [wanted, run]);
  return {
    answer: (held?.kept?.answer as Answer<K> | undefined) ?? null,
    stale,
    revision: held?.kept?.revision ?? null,
    running: held?.running ?? null,
    failed: held?.failed ?? null,
    stopped: held?.stopped ?? false,
    run,
    cancel,
  };
}

/** The shell is told once for all, a weather file by its place. */
const inShort = (key: string, value: unknown) =>
  key === 'shell' ? undefined : key === 'weather' ? (value as { place: string } | undefined)?.place : value;
