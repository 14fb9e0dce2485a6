import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { expect, it } from 'vitest';
import { outbox } from './outbox.ts';

it('goes on with notes of the workshop that an earlier version of the program kept apart', async () => {
  const old = await openDB('overcoat', 4, {
    upgrade(db) {
      for (const store of [
        'bases',
        'marks',
        'edits',
        'photos',
        'refused',
        'entries',
        'workshop',
        'documents',
      ])
        db.createObjectStore(store);
    },
  });
  const note = (id: string) => ({
    id,
    at: '2026-11-30T10:00:00Z',
    fact: { kind: 'counted', supply: 'pins' },
  });
  await old.put('workshop', note('bare'), 'bare');
  await old.put('workshop', { entry: note('later'), refused: 'That cannot be.' }, 'later');
  await old.put('entries', { entry: { id: 'e' } }, ['van', 'e']);
  old.close();
  expect(await outbox.entriesOf('workshop')).toEqual([
    { entry: note('bare') },
    { entry: note('later'), refused: 'That cannot be.' },
  ]);
  expect((await outbox.entries()).map(({ log, waiting }) => [log, waiting.length])).toEqual([
    ['van', 1],
    ['workshop', 1],
  ]);
});
