import 'fake-indexeddb/auto';
import type { WorkshopEntry } from '@overcoat/core/model';
import { beforeEach, expect, it, vi } from 'vitest';
import { ApiError, api } from '../api/client.ts';
import { outbox } from './outbox.ts';
import { useWorkshop } from './workshop.ts';

// The page reads on from what it has: the server keeps it from test to test.
const taken: WorkshopEntry[] = [];
let refuses: string | null;
const workshop = () => useWorkshop.getState();
const counted = (supply: string, amount: number) => workshop().note([{ kind: 'counted', supply, amount }]);

/** As the server answers: what came after a place. */
const after_ = (after = 0) => ({ entries: taken.slice(after), last: taken.length });

beforeEach(async () => {
  refuses = null;
  vi.spyOn(api, 'workshop').mockImplementation(async after => after_(after));
  vi.spyOn(api, 'noteWorkshop').mockImplementation(async (entries, after) => {
    if (refuses && entries.some(e => e.fact.kind === 'counted' && e.fact.supply === refuses))
      throw new ApiError(422, 'That cannot be.');
    taken.push(...entries);
    return after_(after);
  });
  await outbox.dropNotes((await outbox.notes()).map(n => n.entry.id));
  for (const { entry } of workshop().refused) workshop().drop(entry.id);
  await workshop().load();
});

it('a note that is refused counts for nothing, outlives the page, and is sent when it is tried again; the others go', async () => {
  refuses = 'pins';
  counted('pins', 3);
  counted('markers', 2);
  await vi.waitFor(() => expect(workshop().refused).toHaveLength(1));
  await vi.waitFor(() => expect(taken).toHaveLength(1));
  expect(workshop().failed).toBe('That cannot be.');
  expect([workshop().supplies.get('pins'), workshop().supplies.get('markers')]).toEqual([undefined, 2]);
  // Another page reads it from the browser's store.
  expect((await outbox.notes()).map(n => n.refused)).toEqual(['That cannot be.']);
  await workshop().load();
  expect(workshop().refused).toHaveLength(1);
  refuses = null;
  workshop().retry(workshop().refused[0]!.entry.id);
  await vi.waitFor(() => expect(taken).toHaveLength(2));
  await vi.waitFor(() => expect(workshop().refused).toEqual([]));
  expect(workshop().supplies.get('pins')).toBe(3);
  expect(await outbox.notes()).toEqual([]);
});

it('one that is let go of is gone', async () => {
  refuses = 'pins';
  counted('pins', 3);
  await vi.waitFor(() => expect(workshop().refused).toHaveLength(1));
  workshop().drop(workshop().refused[0]!.entry.id);
  expect(workshop().refused).toEqual([]);
  await vi.waitFor(async () => expect(await outbox.notes()).toEqual([]));
});

it('a note that an earlier version of the program left is sent', async () => {
  const entry: WorkshopEntry = {
    id: 'old',
    at: '2026-11-30T10:00:00Z',
    fact: { kind: 'counted', supply: 'pins', amount: 1 },
  };
  await new Promise<void>((done, failed) => {
    const open = indexedDB.open('overcoat');
    open.onerror = () => failed(open.error);
    open.onsuccess = () => {
      const put = open.result.transaction('workshop', 'readwrite').objectStore('workshop').put(entry, 'old');
      put.onsuccess = () => {
        open.result.close();
        done();
      };
    };
  });
  expect((await outbox.notes()).map(n => n.entry.id)).toEqual(['old']);
});
