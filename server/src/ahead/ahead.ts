import { existsSync } from 'node:fs';
import { Worker } from 'node:worker_threads';
import type { CutList, WorkshopEntry } from '@overcoat/core/model';
import type { JobQuestion } from '@overcoat/jobs/asked';
import type { AnswerStore } from '../answers/store.ts';
import type { ConversionStore } from '../conversions/store.ts';
import type { DocumentStore } from '../documents/store.ts';
import type { LibraryStore } from '../library/store.ts';
import { WORKSHOP } from '../logs/kinds.ts';
import type { LogStore } from '../logs/store.ts';
import { type Van, wantedOf } from './wanted.ts';

/** What verdicts are computed from, and where they are kept. */
interface Rooms {
  conversions: ConversionStore;
  documents: DocumentStore;
  library: LibraryStore;
  workshop: LogStore<WorkshopEntry>;
  answers: AnswerStore;
}

/** Built, it lies beside the server; from its sources, beside this. */
const BUILT = new URL('./ahead.js', import.meta.url);
const SOURCE = new URL('./worker.ts', import.meta.url).href;
const open = (): Worker =>
  existsSync(BUILT)
    ? new Worker(BUILT)
    : new Worker(`import('tsx/esm/api').then(t => (t.register(), import('${SOURCE}')))`, { eval: true });

/**
 * Computes ahead, in one thread beside the server, what the first windows would have to: whoever opens a van then finds its verdicts
 * settled. Resolves once all of it is there; `signal` ends it.
 */
export async function computeAhead(rooms: Rooms, signal: AbortSignal): Promise<void> {
  const missing = (await wanted(rooms)).filter(({ key }) => !rooms.answers.has(key));
  if (missing.length === 0 || signal.aborted) return;
  const worker = open();
  const gone = new Promise<null>(resolve => {
    worker.once('exit', () => resolve(null));
    worker.once('error', error => {
      console.error(error);
      resolve(null);
    });
  });
  const stop = () => void worker.terminate();
  signal.addEventListener('abort', stop, { once: true });
  try {
    for (const { key, job } of missing) {
      if (signal.aborted) return;
      // A window may have been quicker.
      if (rooms.answers.has(key)) continue;
      const answer = new Promise<string | null>(resolve => worker.once('message', resolve));
      worker.postMessage(job);
      const text = await rooms.answers.coming(key, Promise.race([answer, gone]));
      if (text !== null) await rooms.answers.put(key, Buffer.from(text)).catch(() => undefined);
    }
  } finally {
    signal.removeEventListener('abort', stop);
    await worker.terminate();
  }
}

async function wanted({ conversions, documents, library, workshop }: Rooms): Promise<JobQuestion[]> {
  const { materials, prices } = await library.read();
  const entries = (await workshop.read(WORKSHOP)).map(t => t.entry);
  const vans: Van[] = [];
  for (const { id } of await conversions.list('at hand')) {
    const { design } = await conversions.read(id);
    const sent = await documents.sent(id, new Set(design.variants.map(v => v.id)));
    const lists = sent.flatMap(d =>
      d.kind === 'cut-list' ? [[d.key, d.document] as [string, CutList]] : [],
    );
    vans.push({ id, design, lists: new Map(lists) });
  }
  return wantedOf(vans, { materials, prices }, entries);
}
