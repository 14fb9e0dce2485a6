import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { afterEach, expect, it, vi } from 'vitest';

const LEFT = 'overcoat-left';
const WORK = {
  name: 'van/compare/a',
  session: 'earlier',
  base: null,
  saved: { revision: 0, savedAt: null, undo: null, redo: null },
  edits: [
    { patches: [{ op: 'replace', path: [], value: { limits: { mass: 3000 } } }], label: 'limits', seq: 1 },
  ],
};

/** A page that opens in a browser where an earlier one left its work. */
async function page(indexedDB: IDBFactory, left: unknown[] = [WORK]) {
  vi.resetModules();
  const kept = new Map([[LEFT, JSON.stringify(left)]]);
  const own = new EventTarget();
  vi.stubGlobal('indexedDB', indexedDB);
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key),
  });
  vi.stubGlobal('addEventListener', own.addEventListener.bind(own));
  await import('./left.ts');
  const { outbox } = await import('../outbox.ts');
  return { kept, outbox, go: () => own.dispatchEvent(new Event('pagehide')) };
}
afterEach(() => vi.unstubAllGlobals());

it('what an earlier page left is in the browser’s database, and is not left again', async () => {
  const { kept, outbox, go } = await page(new IDBFactory());
  const [found] = (await outbox.take('van/compare/a')) ?? [];
  expect(found).toMatchObject({ session: 'earlier', base: null, edits: [{ label: 'limits' }] });
  go();
  expect(kept.has(LEFT)).toBe(false);
});

it('a page that goes before the database has it leaves it to the next one', async () => {
  const slow = new IDBFactory();
  // A window of an earlier version that does not let go.
  await new Promise(done => {
    slow.open('overcoat', 1).onsuccess = done;
  });
  const { kept, go } = await page(slow);
  expect(kept.has(LEFT)).toBe(false);
  go();
  expect(JSON.parse(kept.get(LEFT)!)).toEqual([WORK]);
});

it('a page that goes before it has crossed out what arrived says that nothing of it waits', async () => {
  const { kept, go } = await page(new IDBFactory(), []);
  const { Sync } = await import('./sync.ts');
  const { unknown } = await import('./state.ts');
  const { sending } = await import('../sendQueue.ts');
  let held = unknown<{ mass: number }>();
  const never = () => Promise.reject(new Error('not asked'));
  let gone = false;
  const sync = new Sync<{ mass: number }>({
    name: WORK.name,
    work: 'documents',
    clash: 'later',
    read: never,
    save: async () => ({ revision: 1, savedAt: '', undo: null, redo: null }),
    change: never,
    travel: never,
    current: () => null,
    together: (_, mine) => ({ document: mine, said: [], conflicts: [], mistakes: [] }),
    say: () => undefined,
    get: () => held,
    set: change => {
      held = { ...held, ...change };
      // It goes at once: the database has no turn in between.
      if (held.saved?.revision === 1 && !gone)
        queueMicrotask(() => {
          go();
          gone = true;
        });
    },
  });
  sending.register('documents', () => sync.drain());
  sync.take(sync.whole({ mass: 3000 }, 'limits'));
  await vi.waitFor(() => expect(gone).toBe(true));
  expect(JSON.parse(kept.get(LEFT)!)).toMatchObject([
    { name: WORK.name, saved: { revision: 1 }, base: { mass: 3000 }, edits: [] },
  ]);
});

it('what an earlier page says has arrived is not sent again', async () => {
  const browser = new IDBFactory();
  const first = await page(browser);
  await first.outbox.names();
  const { name, ...work } = WORK;
  const second = await page(browser, [{ name, ...work, edits: [] }]);
  expect(await second.outbox.take(WORK.name)).toEqual([]);
});
