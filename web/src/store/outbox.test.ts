import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { applyPatches, enablePatches } from 'immer';
import { expect, it } from 'vitest';
import { outbox } from './outbox.ts';

enablePatches();

it('goes on with notes of the workshop and documents that an earlier version of the program kept apart', async () => {
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
  const of = { id: 'van', kind: 'cut-list', key: 'a' };
  const steps = [
    { document: { n: 2 }, label: 'two' },
    { document: { n: 3 }, label: 'three' },
  ];
  await old.put('documents', { of, revision: 4, base: { n: 1 }, steps }, ['van', 'van/cut-list/a']);
  old.close();
  expect(await outbox.entriesOf('workshop')).toEqual([
    { entry: note('bare') },
    { entry: note('later'), refused: 'That cannot be.' },
  ]);
  expect((await outbox.entries()).map(({ log, waiting }) => [log, waiting.length])).toEqual([
    ['van', 1],
    ['workshop', 1],
  ]);
  expect(await outbox.names()).toEqual(['van/cut-list/a']);
  const [work] = (await outbox.take('van/cut-list/a'))!;
  expect([work!.base, work!.saved.revision, work!.edits.map(e => e.label)]).toEqual([
    { n: 1 },
    4,
    ['two', 'three'],
  ]);
  expect(
    applyPatches(
      work!.base!,
      work!.edits.flatMap(e => e.patches),
    ),
  ).toEqual({ n: 3 });
});
