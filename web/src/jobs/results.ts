import type { Answer, Job, JobKind } from '@overcoat/jobs/jobs';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { create } from 'zustand';
import { answerKept } from './answers.ts';
import { Pool } from './pool.ts';

/** A computed answer with the name of what it was computed from and the revision it belongs to. */
interface Kept<K extends JobKind = JobKind> {
  answer: Answer<K>;
  asked: string;
  revision: number;
}

interface Slot {
  kept: Kept | null;
  /** Share done of what is running; null when nothing is. */
  running: number | null;
  /** What is running is computed from, by name. */
  runningFor: string | null;
  /** It waits for its turn. */
  queued: boolean;
  failed: string | null;
  /** Somebody cancelled it: it does not start again by itself. */
  stopped: boolean;
}

interface Results {
  slots: Record<string, Slot>;
}

interface Tables extends DBSchema {
  kept: { key: string; value: Kept };
  /** Under 'order': which slots are kept, the latest last. */
  order: { key: string; value: string[] };
}

/** Answers kept over a reload: two years of one bay are a megabyte. */
const MOST_KEPT = 16;
/** Raised when a job answers in another shape: what an earlier program kept is then forgotten. */
const SHAPE = 11;
/** Jobs that share what a worker has weighed. */
const KINS: Partial<Record<JobKind, string>> = {
  choose: 'weighed',
  front: 'weighed',
  improve: 'weighed',
  flips: 'weighed',
};
/** One core is the page's own; on a machine with two, a second job still goes on beside a long one. */
const WORKERS = Math.max(2, Math.min(4, (globalThis.navigator?.hardwareConcurrency ?? 2) - 1));

const EMPTY: Slot = {
  kept: null,
  runningFor: null,
  running: null,
  queued: false,
  failed: null,
  stopped: false,
};
/** Results of long runs by where they are shown: they stay when the view is left. */
export const useResults = create<Results>()(() => ({ slots: {} }));
const put = (slot: string, change: Partial<Slot>) =>
  useResults.setState(s => ({
    slots: { ...s.slots, [slot]: { ...(s.slots[slot] ?? EMPTY), ...change } },
  }));

/** A job as a worker gets it; its answer is kept under a name for other windows, by the worker itself. */
export type SentJob = Job & { keepAs?: string };

const pool = new Pool<SentJob, Answer<JobKind>>(
  () => new Worker(new URL('./jobs.worker.ts', import.meta.url), { type: 'module' }),
  WORKERS,
);
const running = new Map<string, AbortController>();
const looked = new Set<string>();
let opened: Promise<IDBPDatabase<Tables> | null> | null = null;
function database(): Promise<IDBPDatabase<Tables> | null> {
  opened ??=
    typeof indexedDB === 'undefined'
      ? Promise.resolve(null)
      : openDB<Tables>('overcoat-results', SHAPE, {
          upgrade(db) {
            for (const name of [...db.objectStoreNames]) db.deleteObjectStore(name);
            db.createObjectStore('kept');
            db.createObjectStore('order');
          },
        }).catch(() => null);
  return opened;
}

/**
 * Runs a job off the page's thread once, before what may take long, unless another window has computed what goes by `key`; the server
 * keeps it for the next one. With null nothing is kept of it.
 */
export async function runOnce<K extends JobKind>(
  job: Job<K>,
  key: string | null,
  signal: AbortSignal,
): Promise<Answer<K>> {
  const there = key === null ? undefined : await answerKept(key, job.kind);
  if (there !== undefined) return there as Answer<K>;
  const sent = { ...(job as unknown as Job), ...(key !== null && { keepAs: key }) };
  return (await pool.run(sent, { urgent: true, signal })) as Answer<K>;
}

/**
 * Runs a job off the page's thread, in its turn; what runs for the slot is given up. The answer is kept under `slot`,
 * in this browser over a reload too, with the name of what it was computed from.
 */
export async function startJob(
  slot: string,
  job: Job,
  of: { asked: string; revision: number; quick: boolean; byItself: boolean },
): Promise<void> {
  running.get(slot)?.abort();
  const control = new AbortController();
  running.set(slot, control);
  put(slot, { running: 0, runningFor: of.asked, queued: true, failed: null, stopped: false });
  const change = (to: Partial<Slot>) => {
    if (running.get(slot) === control) put(slot, to);
  };
  let best: Kept | null = null;
  try {
    // What runs by itself is asked by every window alike; what a person starts is to be done again.
    const there = of.byItself ? await answerKept(of.asked, job.kind) : undefined;
    if (control.signal.aborted) return;
    if (there !== undefined) {
      const kept: Kept = { answer: there as Answer<JobKind>, asked: of.asked, revision: of.revision };
      change({ running: null, runningFor: null, queued: false, kept });
      return void persist(slot, kept).catch(() => undefined);
    }
    const sent = of.byItself ? { ...job, keepAs: of.asked } : job;
    const answer = await pool.run(sent, {
      quick: of.quick,
      kin: KINS[job.kind],
      signal: control.signal,
      onStart: () => change({ queued: false }),
      report: (share, soFar) => {
        if (soFar === undefined) return change({ running: share });
        best = { answer: soFar as Answer<JobKind>, asked: of.asked, revision: of.revision };
        change({ running: share, kept: best });
      },
    });
    const kept: Kept = { answer, asked: of.asked, revision: of.revision };
    change({ running: null, runningFor: null, queued: false, kept });
    void persist(slot, kept).catch(() => undefined);
  } catch (error) {
    // Given up: whoever did that has said so. The best it found stays.
    if (best) void persist(slot, best).catch(() => undefined);
    if (control.signal.aborted) return;
    change({
      running: null,
      runningFor: null,
      queued: false,
      failed: error instanceof Error ? error.message : String(error),
    });
  }
}

/** Keeps an answer for the next page, in place of the one used longest ago. */
async function persist(slot: string, kept: Kept): Promise<void> {
  const db = await database();
  if (!db) return;
  const t = db.transaction(['kept', 'order'], 'readwrite');
  const order = ((await t.objectStore('order').get('order')) ?? []).filter(s => s !== slot);
  order.push(slot);
  await t.objectStore('kept').put(kept, slot);
  for (const old of order.splice(0, Math.max(0, order.length - MOST_KEPT)))
    await t.objectStore('kept').delete(old);
  await t.objectStore('order').put(order, 'order');
  await t.done;
}

/** Gives up what runs or waits for a slot; what it had before stays. */
export function cancelJob(slot: string): void {
  running.get(slot)?.abort();
  put(slot, { running: null, runningFor: null, queued: false, stopped: true });
}

/** Brings back what an earlier page kept, once. */
export async function recall(slot: string): Promise<void> {
  if (looked.has(slot)) return;
  looked.add(slot);
  const kept = await (await database())?.get('kept', slot);
  if (kept && !useResults.getState().slots[slot]?.kept) put(slot, { kept });
}
