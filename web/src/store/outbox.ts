import type { Design, Saved } from '@overcoat/core/model';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { applyPatches, type Patch } from 'immer';

/** One edit not yet acknowledged, as what it changed. */
export interface KeptEdit {
  patches: Patch[];
  label: string;
}

/** What one window had in hand of a conversion: the state the server last acknowledged, and the edits made on it. */
export interface KeptWork {
  session: string;
  base: Design;
  saved: Saved;
  edits: KeptEdit[];
}

/** An entry of a log that the server has not yet; what it refused waits to be tried again or let go of. */
interface WaitingEntry {
  entry: { id: string };
  /** Why the server would not take it. */
  refused?: string;
}

/** An edit that the server refused, kept to be tried again or let go of. */
export interface RefusedEdit {
  label: string;
  /** The server's sentence. */
  message: string;
  before: Design;
  after: Design;
}

/** A document that is not acknowledged as it is: what the server held of it, and the changes made on that. */
export interface KeptDocument {
  of: { id: string; kind: string; key: string };
  revision: number;
  base: unknown;
  /** Each what the document is by then. */
  steps: { document: unknown; label: string }[];
}

interface Tables extends DBSchema {
  bases: { key: [string, string]; value: { base: Design; saved: Saved } };
  /** How far the edits on a base have arrived: written instead of the base, which is large. */
  marks: { key: [string, string]; value: { seq: number; saved: Saved } };
  edits: { key: [string, string, number]; value: KeptEdit };
  refused: { key: [string, string]; value: RefusedEdit };
  entries: { key: [string, string]; value: WaitingEntry };
  photos: { key: string; value: Blob };
  /** An earlier version of this program kept notes of the workshop apart, bare or with why they were refused. */
  workshop: { key: string; value: WaitingEntry | WaitingEntry['entry'] };
  documents: { key: [string, string]; value: KeptDocument };
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
            db.deleteObjectStore('workshop');
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

const editsOf = (id: string, who = session) =>
  IDBKeyRange.bound([id, who, 0], [id, who, Number.MAX_SAFE_INTEGER]);

const everythingOf = (id: string) => IDBKeyRange.bound([id, ''], [id, '\uffff']);

/** Edits, documents, entries of logs and photos kept in the browser until the server has them, so that they outlive the page. */
export const outbox = {
  session,
  /** Whether anything can be kept here. */
  works: async (): Promise<boolean> => (await database()) !== null,

  /** Notes the acknowledged state and what still stands on it, in place of whatever was kept. */
  keep: (id: string, base: Design, saved: Saved, edits: readonly (KeptEdit & { seq: number })[]) =>
    inTurn(async db => {
      const t = db.transaction(['bases', 'marks', 'edits'], 'readwrite');
      await t.objectStore('edits').delete(editsOf(id));
      await t.objectStore('marks').delete([id, session]);
      if (edits.length === 0) await t.objectStore('bases').delete([id, session]);
      else {
        await t.objectStore('bases').put({ base, saved }, [id, session]);
        for (const { seq, ...edit } of edits) await t.objectStore('edits').put(edit, [id, session, seq]);
      }
      await t.done;
    }),

  /** Adds one edit to what is kept. */
  add: (id: string, seq: number, edit: KeptEdit) => inTurn(db => db.put('edits', edit, [id, session, seq])),

  /** The edits up to `seq` have arrived, as `saved`. */
  arrived: (id: string, seq: number, saved: Saved) =>
    inTurn(db => db.put('marks', { seq, saved }, [id, session])),

  /** Everything kept of a conversion, by any window, oldest window first; it is this window's from now on. */
  take: (id: string): Promise<KeptWork[] | undefined> =>
    inTurn(async db => {
      const t = db.transaction(['bases', 'marks', 'edits'], 'readwrite');
      const [bases, marks, edits] = [t.objectStore('bases'), t.objectStore('marks'), t.objectStore('edits')];
      const works: KeptWork[] = [];
      for (const [, who] of await bases.getAllKeys(everythingOf(id))) {
        const kept = await bases.get([id, who]);
        const mark = await marks.get([id, who]);
        const own = await edits.getAll(editsOf(id, who));
        const seqs = (await edits.getAllKeys(editsOf(id, who))).map(key => key[2]);
        const from = mark ? seqs.filter(seq => seq <= mark.seq).length : 0;
        if (kept && own.length > from)
          works.push({
            session: who,
            base: own.slice(0, from).reduce((design, e) => applyPatches(design, e.patches), kept.base),
            saved: mark?.saved ?? kept.saved,
            edits: own.slice(from),
          });
        await bases.delete([id, who]);
        await marks.delete([id, who]);
        await edits.delete(editsOf(id, who));
      }
      await t.done;
      return works;
    }),

  /** Puts back what was taken and not used. */
  restore: (id: string, works: readonly KeptWork[]) =>
    inTurn(async db => {
      const t = db.transaction(['bases', 'edits'], 'readwrite');
      for (const { session: who, base, saved, edits } of works) {
        await t.objectStore('bases').put({ base, saved }, [id, who]);
        for (const [i, edit] of edits.entries()) await t.objectStore('edits').put(edit, [id, who, i]);
      }
      await t.done;
    }),

  /** Drops what is kept of a conversion that is gone. */
  async drop(id: string): Promise<void> {
    await outbox.take(id);
    await inTurn(db => db.delete('refused', everythingOf(id)));
  },

  keepRefused: (id: string, key: string, edit: RefusedEdit) =>
    inTurn(db => db.put('refused', edit, [id, key])),
  refused: async (id: string): Promise<{ key: string; edit: RefusedEdit }[]> =>
    (await inTurn(async db => {
      const found: { key: string; edit: RefusedEdit }[] = [];
      for (const [, key] of await db.getAllKeys('refused', everythingOf(id)))
        found.push({ key, edit: (await db.get('refused', [id, key]))! });
      return found;
    })) ?? [],
  dropRefused: (id: string, key: string) => inTurn(db => db.delete('refused', [id, key])),

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

  keepDocument: (name: string, kept: KeptDocument) =>
    inTurn(db => db.put('documents', kept, [kept.of.id, name])),
  document: (id: string, name: string) => inTurn(db => db.get('documents', [id, name])),
  /** Documents still to be sent, of every conversion. */
  documents: async (): Promise<KeptDocument[]> => (await inTurn(db => db.getAll('documents'))) ?? [],
  dropDocument: (id: string, name: string) => inTurn(db => db.delete('documents', [id, name])),

  keepPhoto: (hash: string, blob: Blob) => inTurn(db => db.put('photos', blob, hash)),
  photo: (hash: string) => inTurn(db => db.get('photos', hash)),
  photos: () => inTurn(db => db.getAllKeys('photos')),
  dropPhoto: (hash: string) => inTurn(db => db.delete('photos', hash)),
};
