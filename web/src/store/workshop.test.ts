import 'fake-indexeddb/auto';
import type { WorkshopEntry } from '@overcoat/core/model';
import { beforeEach, expect, it, vi } from 'vitest';
import { ApiError, api } from '../api/client.ts';
import { FakeServer } from '../testing/server.ts';
import { WORKSHOP } from './entries.ts';
import { outbox } from './outbox.ts';
import { useWorkshop } from './workshop.ts';

// The page reads on from what it has: the server keeps it from test to test.
const server = new FakeServer();
const taken = server.workshop.entries;
let refuses: string | null;
const workshop = () => useWorkshop.getState();
const counted = (supply: string, amount: number) => workshop().note([{ kind: 'counted', supply, amount }]);
const kept = () => outbox.entriesOf(WORKSHOP);

beforeEach(async () => {
  refuses = null;
  server.serve(api);
  server.before = ({ entries = [] }) => {
    const facts = (entries as WorkshopEntry[]).map(e => e.fact);
    if (refuses && facts.some(f => f.kind === 'counted' && f.supply === refuses))
      throw new ApiError(422, 'That cannot be.');
  };
  await outbox.dropEntries(
    WORKSHOP,
    (await kept()).map(w => w.entry.id),
  );
  for (const { entry } of workshop().refused) workshop().settleRefused(entry.id, false);
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
  expect((await kept()).map(w => w.refused)).toEqual(['That cannot be.']);
  await workshop().load();
  expect(workshop().refused).toHaveLength(1);
  refuses = null;
  workshop().settleRefused(workshop().refused[0]!.entry.id, true);
  await vi.waitFor(() => expect(taken).toHaveLength(2));
  await vi.waitFor(() => expect(workshop().refused).toEqual([]));
  expect(workshop().supplies.get('pins')).toBe(3);
  expect(await kept()).toEqual([]);
});

it('one that is let go of is gone', async () => {
  refuses = 'pins';
  counted('pins', 3);
  await vi.waitFor(() => expect(workshop().refused).toHaveLength(1));
  workshop().settleRefused(workshop().refused[0]!.entry.id, false);
  expect(workshop().refused).toEqual([]);
  await vi.waitFor(async () => expect(await kept()).toEqual([]));
});

it('takes notes before it is read: the server may be away', async () => {
  useWorkshop.setState({ ready: false, taken: [], entries: [] });
  vi.spyOn(api, 'workshop').mockRejectedValueOnce(new ApiError(0, 'no answer'));
  await expect(workshop().load()).rejects.toThrow('no answer');
  counted('tape', 4);
  expect(workshop().supplies.get('tape')).toBe(4);
  await vi.waitFor(() => expect(taken.at(-1)?.entry.fact).toMatchObject({ supply: 'tape' }));
  await workshop().load();
  expect(workshop().supplies.get('tape')).toBe(4);
});
