import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { create } from 'zustand';
import type { Answer, DampJob, JobKind, Outcome } from './dampJobs.ts';

/** A computed answer with what it was asked and the revision it belongs to. */
interface Kept<K extends JobKind = JobKind> {
  answer: Answer<K>;
  asked: string;
  revision: number;
}

interface Slot {
  kept: Kept | null;
  /** Share done of what is running; null when nothing is. */
  running: number | null;
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

const EMPTY: Slot = { kept: null, running: null, failed: null, stopped: false };
/** Results of long runs by where they are shown: they stay when the view is left. */
export const useResults = create<Results>()(() => ({ slots: {} }));
const put = (slot: string, change: Partial<Slot>) =>
  useResults.setState(s => ({
    slots: { ...s.slots, [slot]: { ...(s.slots[slot] ?? EMPTY), ...change } },
  }));

const workers = new Map<string, Worker>();
/** One that has done its work and knows the van by now: the next run is quicker with it. */
let idle: Worker | null = null;
const looked = new Set<string>();
let opened: Promise<IDBPDatabase<Tables> | null> | null = null;
function database(): Promise<IDBPDatabase<Tables> | null> {
  opened ??=
    typeof indexedDB === 'undefined'
      ? Promise.resolve(null)
      : openDB<Tables>('overcoat-results', 1, {
          upgrade(db) {
            db.createObjectStore('kept');
            db.createObjectStore('order');
          },
        }).catch(() => null);
  return opened;
}

/** Runs a job off the page's thread; the answer is kept under `slot`, in this browser over a reload too. */
export function runJob(slot: string, job: DampJob, asked: string, revision: number): void {
  end(slot);
  const worker = idle ?? new Worker(new URL('./damp.worker.ts', import.meta.url), { type: 'module' });
  idle = null;
  workers.set(slot, worker);
  put(slot, { running: 0, failed: null, stopped: false });
  const fail = (message: string) => {
    end(slot);
    put(slot, { running: null, failed: message });
  };
  worker.onmessage = (event: MessageEvent<{ share: number } | { outcome: Outcome }>) => {
    if ('share' in event.data) return put(slot, { running: event.data.share });
    const { outcome } = event.data;
    if (!outcome.ok) return fail(outcome.message);
    workers.delete(slot);
    if (idle) worker.terminate();
    else idle = worker;
    const kept = { answer: outcome.answer, asked, revision };
    put(slot, { running: null, kept });
    void persist(slot, kept).catch(() => undefined);
  };
  worker.onerror = event => fail(event.message);
  worker.postMessage(job);
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

/** Ends what runs for a slot; what it had before stays. */
export function cancelJob(slot: string): void {
  end(slot);
  put(slot, { running: null, stopped: true });
}

/** Brings back what an earlier page kept, once. */
export async function recall(slot: string): Promise<void> {
  if (looked.has(slot)) return;
  looked.add(slot);
  const kept = await (await database())?.get('kept', slot);
  if (kept && !useResults.getState().slots[slot]?.kept) put(slot, { kept });
}

function end(slot: string): void {
  workers.get(slot)?.terminate();
  workers.delete(slot);
}
