import { type DBSchema, type IDBPDatabase, type IDBPTransaction, openDB } from 'idb';
import { applyPatches, type Patch } from 'immer';
import type { RefusedChange, SavedState } from './synced/state.ts';

/** One change of a document not yet acknowledged, as what it changed. */
interface KeptEdit {
  patches: readonly Patch[];
  label: string;
  seq?: number;
}

/** What one window had in hand of a document: the state the server last acknowledged, and the changes made on it. */
export interface KeptWork<D> {
  session: string;
  base: D | null;
  saved: SavedState;
  edits: readonly KeptEdit[];
}

/** An entry of a log that the server has not yet; what it refused waits to be tried again or let go of. */
interface WaitingEntry {
  entry: { id: string };
  /** Why the server would not take it. */
  refused?: string;
}

/** A change that the server refused, kept to be tried again or let go of. */
type KeptRefusal = Omit<RefusedChange, 'key'>;

/** What an earlier version of this program kept of a document beside a design. */
interface EarlierDocument {
  of: { id: string; kind: string; key: string };
  revision: number;
  base: object | null;
  steps: { document: object; label: string }[];
}

interface Tables extends DBSchema {
  /** By the document's name and the window. */
  bases: { key: [string, string]; value: { base: object | null; saved: SavedState } };
  /** How far the edits on a base have arrived: written instead of the base, which is large. */
  marks: { key: [string, string]; value: { seq: number; saved: SavedState } };
  edits: { key: [string, string, number]; value: KeptEdit };
  refused: { key: [string, string]; value: KeptRefusal };
  entries: { key: [string, string]; value: WaitingEntry };
  photos: { key: string; value: Blob };
  /** These two an earlier version of this program kept apart; notes bare, or with why they were refused. */
  workshop: { key: string; value: WaitingEntry | WaitingEntry['entry'] };
  documents: { key: [string, string]; value: EarlierDocument };
}

const session = `${Date.now().toString(36)}-${Math.random().toString(36).slice(2, 8)}`;
let opened: Promise<IDBPDatabase<Tables> | null> | null = null;
let last: Promise<unknown> = Promise.resolve();

/** The browser's own database; null where there is none (private windows), and then nothing outlives the page. */
function database(): Promise<IDBPDatabase<Tables> | null> {
  opened ??=
    typeof indexedDB === 'undefined'
      ? Promise.resolve(null)
      : openDB<Tables>('overcoat', 5, {
          async upgrade(db, from, _, t) {
            const added = [
              ['bases', 'marks', 'edits', 'photos'],
              ['refused', 'entries'],
              ['workshop'],
              ['documents'],
            ] as const;
            for (const store of added.slice(from).flat()) db.createObjectStore(store);
            if (from > 4) return;
            for (const note of await t.objectStore('workshop').getAll()) {
              const waiting = 'entry' in note ? note : { entry: note };
              await t.objectStore('entries').put(waiting, ['workshop', waiting.entry.id]);
            }
            for (const { of, revision, base, steps } of await t.objectStore('documents').getAll()) {
              const name = `${of.id}/${of.kind}/${of.key}`;
              const saved = { revision, savedAt: null, undo: null, redo: null };
              await t.objectStore('bases').put({ base, saved }, [name, 'earlier']);
              for (const [i, { document, label }] of steps.entries()) {
                const patches = [{ op: 'replace' as const, path: [], value: document }];
                await t.objectStore('edits').put({ patches, label }, [name, 'earlier', i]);
              }
            }
            db.deleteObjectStore('workshop');
            db.deleteObjectStore('documents');
          },
          // A newer window waits for this one to let go.
          blocking: (_, __, event) => (event.target as IDBDatabase | null)?.close(),
        }).catch(() => null);
  return opened;
}

/** Runs after what was asked before; a failure is told once and stops nothing. */
function inTurn<T>(work: (db: IDBPDatabase<Tables>) => Promise<T>): Promise<T | undefined> {
  const run = last.then(async () => {
    const db = await database();
    return db ? work(db) : undefined;
  });
  last = run.catch(error => console.warn('Edits are kept in this window only:', error));
  return run.catch(() => undefined);
}

const editsOf = (name: string, who = session) =>
  IDBKeyRange.bound([name, who, 0], [name, who, Number.MAX_SAFE_INTEGER]);

const everythingOf = (name: string) => IDBKeyRange.bound([name, ''], [name, '\uffff']);

/** Writes what a window has in hand, in place of what was; nothing where nothing waits. */
async function put(
  t: IDBPTransaction<Tables, ('bases' | 'marks' | 'edits')[], 'readwrite'>,
  name: string,
  { session: who, base, saved, edits }: KeptWork<object>,
): Promise<void> {
  await t.objectStore('edits').delete(editsOf(name, who));
  await t.objectStore('marks').delete([name, who]);
  if (edits.length === 0) return t.objectStore('bases').delete([name, who]);
  await t.objectStore('bases').put({ base, saved }, [name, who]);
  for (const [i, { patches, label, seq = i }] of edits.entries())
    await t.objectStore('edits').put({ patches, label }, [name, who, seq]);
}

/** Edits, documents, entries of logs and photos kept in the browser until the server has them, so that they outlive the page. */
export const outbox = {
  session,
  /** Whether anything can be kept here. */
  works: async (): Promise<boolean> => (await database()) !== null,

  /** Notes the acknowledged state and what still stands on it, in place of whatever this window had kept. */
  keep: (name: string, { base, saved, edits }: Omit<KeptWork<object>, 'session'>) =>
    inTurn(async db => {
      const t = db.transaction(['bases', 'marks', 'edits'], 'readwrite');
      await put(t, name, { session, base, saved, edits });
      await t.done;
    }),

  /** Adds one change to what is kept. */
  add: (name: string, seq: number, { patches, label }: KeptEdit) =>
    inTurn(db => db.put('edits', { patches, label }, [name, session, seq])),

  /** The changes up to `seq` have arrived, as `saved`. */
  arrived: (name: string, seq: number, saved: SavedState) =>
    inTurn(db => db.put('marks', { seq, saved }, [name, session])),

  /** Everything kept of a document, by any window, oldest window first; it is this window's from now on. */
  take: <D extends object>(name: string): Promise<KeptWork<D>[] | undefined> =>
    inTurn(async db => {
      const t = db.transaction(['bases', 'marks', 'edits'], 'readwrite');
      const [bases, marks, edits] = [t.objectStore('bases'), t.objectStore('marks'), t.objectStore('edits')];
      const works: KeptWork<D>[] = [];
      for (const [, who] of await bases.getAllKeys(everythingOf(name))) {
        const kept = await bases.get([name, who]);
        const mark = await marks.get([name, who]);
        const own = await edits.getAll(editsOf(name, who));
        const seqs = (await edits.getAllKeys(editsOf(name, who))).map(key => key[2]);
        const from = mark ? seqs.filter(seq => seq <= mark.seq).length : 0;
        if (kept && own.length > from)
          works.push({
            session: who,
            base: own
              .slice(0, from)
              .reduce<object | null>(
                (document, e) => applyPatches(document!, e.patches),
                kept.base,
              ) as D | null,
            saved: mark?.saved ?? kept.saved,
            edits: own.slice(from),
          });
        await bases.delete([name, who]);
        await marks.delete([name, who]);
        await edits.delete(editsOf(name, who));
      }
      await t.done;
      return works;
    }),

  /** Puts back what was taken and not used, or what a page that went left behind. */
  restore: (name: string, works: readonly KeptWork<object>[]) =>
    inTurn(async db => {
      const t = db.transaction(['bases', 'marks', 'edits'], 'readwrite');
      for (const work of works) await put(t, name, work);
      await t.done;
    }),

  /** Names of the documents of which something is kept. */
  names: async (): Promise<string[]> => [
    ...new Set(((await inTurn(db => db.getAllKeys('bases'))) ?? []).map(([name]) => name)),
  ],

  /** Drops what is kept of a conversion that is gone: its design, and what is kept beside it. */
  async drop(id: string): Promise<void> {
    for (const name of await outbox.names())
      if (name === id || name.startsWith(`${id}/`)) await outbox.take(name);
    await inTurn(async db => {
      for (const key of await db.getAllKeys('refused'))
        if (key[0] === id || key[0].startsWith(`${id}/`)) await db.delete('refused', key);
    });
  },

  keepRefused: (name: string, key: string, refused: KeptRefusal) =>
    inTurn(db => db.put('refused', refused, [name, key])),
  refused: async (name: string): Promise<RefusedChange[]> =>
    (await inTurn(async db => {
      const found: RefusedChange[] = [];
      for (const [, key] of await db.getAllKeys('refused', everythingOf(name)))
        found.push({ key, ...(await db.get('refused', [name, key]))! });
      return found;
    })) ?? [],
  dropRefused: (name: string, key: string) => inTurn(db => db.delete('refused', [name, key])),

  keepEntries: (log: string, entries: readonly WaitingEntry[]) =>
    inTurn(async db => {
      const t = db.transaction('entries', 'readwrite');
      for (const waiting of entries) await t.store.put(waiting, [log, waiting.entry.id]);
      await t.done;
    }),
  /** What waits of one log, in the order it was noted: ids grow with time. */
  entriesOf: async (log: string): Promise<WaitingEntry[]> =>
    (await inTurn(db => db.getAll('entries', everythingOf(log)))) ?? [],
  /** What is still to be sent, of every log. */
  entries: async (): Promise<{ log: string; waiting: WaitingEntry[] }[]> =>
    (await inTurn(async db => {
      const logs = new Set((await db.getAllKeys('entries')).map(([log]) => log));
      const all: { log: string; waiting: WaitingEntry[] }[] = [];
      for (const log of logs) {
        const waiting = await db.getAll('entries', everythingOf(log));
        all.push({ log, waiting: waiting.filter(w => !w.refused) });
      }
      return all;
    })) ?? [],
  dropEntries: (log: string, entries: readonly string[]) =>
    inTurn(async db => {
      const t = db.transaction('entries', 'readwrite');
      for (const entry of entries) await t.store.delete([log, entry]);
      await t.done;
    }),

  keepPhoto: (hash: string, blob: Blob) => inTurn(db => db.put('photos', blob, hash)),
  photo: (hash: string) => inTurn(db => db.get('photos', hash)),
  photos: () => inTurn(db => db.getAllKeys('photos')),
  dropPhoto: (hash: string) => inTurn(db => db.delete('photos', hash)),
};
