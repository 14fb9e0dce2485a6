import 'fake-indexeddb/auto';
import type { Entry } from '@overcoat/core/model';
import { seeded } from '@overcoat/core/random';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiError, api } from '../api/client.ts';
import { FakeServer } from '../testing/server.ts';
import { useDesign } from './design.ts';
import { useLog } from './log.ts';
import { outbox } from './outbox.ts';
import { usePreferences } from './preferences.ts';
import { sending } from './sendQueue.ts';

let server: FakeServer;
const log = () => useLog.getState();
const flag = (note: string) => log().note({ kind: 'flag', note }, { bay: 'L1w' });
const notes = (entries: readonly { entry: Entry }[]) =>
  entries.map(({ entry: { fact } }) => (fact.kind === 'flag' ? fact.note : fact.kind));
const settled = () => vi.waitFor(() => expect(log().waiting).toEqual([]));

beforeEach(async () => {
  server = new FakeServer();
  server.serve(api);
  for (const { log: kept, waiting } of await outbox.entries())
    await outbox.dropEntries(
      kept,
      waiting.map(w => w.entry.id),
    );
  useDesign.getState().close();
  log().close();
  await useDesign.getState().open(server.record());
  await log().open('c', []);
});

describe('noting', () => {
  it('says what, when, where and what about; and stands here before the server has it', async () => {
    flag('again');
    const [entry] = log().entries;
    expect(entry).toMatchObject({
      at: expect.stringMatching(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\dZ$/),
      place: { zone: 'L', bay: 'L1w' },
      fact: { kind: 'flag', note: 'again' },
    });
    expect(log().justNoted).toEqual(entry);
    await settled();
    expect(server.log.entries.map(l => l.entry)).toEqual([entry]);
    expect(log().entries).toEqual([entry]);
  });

  it('says who, when this device has been told', async () => {
    usePreferences.getState().setBy(' Wren ');
    flag('mine');
    usePreferences.getState().setBy('');
    flag('anybody’s');
    expect(log().entries.map(e => e.by)).toEqual(['Wren', undefined]);
    await settled();
  });

  it('takes back by a further entry, and puts right again by another', async () => {
    flag('slip');
    const [first] = log().entries;
    log().correct(first!.id);
    log().correct(first!.id, { kind: 'flag', note: 'meant' });
    await settled();
    expect(notes(server.log.entries)).toEqual(['slip', 'correction', 'correction']);
    expect(server.log.entries[1]!.entry.fact).toEqual({ kind: 'correction', of: first!.id });
  });

  it('is no step of the design: nothing to undo, nothing pending', async () => {
    flag('x');
    await settled();
    expect(useDesign.getState()).toMatchObject({ pending: [], lastChange: null, saved: { undo: null } });
  });
});

describe('a server that is away', () => {
  it.each([1, 2, 3])(
    'has every entry once and in order, lost in every way on their way (order %i)',
    async seed => {
      server.lose(seeded(seed));
      for (let n = 0; n < 60; n++) {
        flag(`${n}`);
        if (n % 7 === 0) server.log.take({ id: `phone${n}`, fact: { kind: 'flag off' } });
        await sending.try();
      }
      for (let i = 0; log().waiting.length > 0 && i < 500; i++) await sending.ask('entries');
      await settled();
      await log().refresh();
      const mine = notes(server.log.entries).filter(note => note !== 'flag off');
      expect(mine).toEqual(Array.from({ length: 60 }, (_, n) => `${n}`));
      expect(log().entries).toEqual(server.log.entries.map(l => l.entry));
    },
  );

  it('gets what was noted before the page was left, also of a conversion that is not open', async () => {
    server.down = true;
    flag('kept');
    await vi.waitFor(() => expect(log().away).toBe(true));
    await vi.waitFor(async () => expect(await outbox.entriesOf('c')).toHaveLength(1));
    log().close();
    server.down = false;
    await log().open('other', []);
    await vi.waitFor(() => expect(notes(server.log.entries)).toEqual(['kept']));
    await vi.waitFor(async () => expect(await outbox.entriesOf('c')).toEqual([]));
  });

  it('is sent what it missed, however much: two thousand entries in a few batches', async () => {
    server.down = true;
    for (let n = 0; n < 2000; n++) flag(`${n}`);
    await vi.waitFor(async () => expect(await outbox.entriesOf('c')).toHaveLength(2000), 20_000);
    server.down = false;
    server.tries = 0;
    await sending.ask('entries');
    await settled();
    expect(server.tries).toBeLessThan(15);
    expect(notes(server.log.entries)).toEqual(Array.from({ length: 2000 }, (_, n) => `${n}`));
  }, 60_000);
});

it('an entry that is refused stops no other, counts for nothing, and can be tried again or let go of', async () => {
  let odd = true;
  server.before = ({ entries = [] }) => {
    if (odd && notes((entries as Entry[]).map(entry => ({ entry }))).some(note => note.startsWith('odd')))
      throw new ApiError(422, 'Not accepted: the note.');
  };
  for (const note of ['one', 'odd', 'two', 'odder']) flag(note);
  await vi.waitFor(() => expect(notes(server.log.entries)).toEqual(['one', 'two']));
  await vi.waitFor(() => expect(log().refused).toHaveLength(2));
  expect([log().waiting, notes(log().entries.map(entry => ({ entry })))]).toEqual([[], ['one', 'two']]);
  const [first, second] = log().refused;
  expect(first!.refused).toBe('Not accepted: the note.');
  // It outlives the page.
  await log().open('c', [...server.log.entries]);
  expect(log().refused).toHaveLength(2);
  log().settleRefused(first!.entry.id, false);
  odd = false;
  log().settleRefused(second!.entry.id, true);
  await vi.waitFor(() => expect(notes(server.log.entries)).toEqual(['one', 'two', 'odder']));
  await vi.waitFor(async () => expect(await outbox.entriesOf('c')).toEqual([]));
  expect(log().refused).toEqual([]);
});

it('of a conversion that was erased, nothing waits for ever', async () => {
  server.before = () => {
    throw new ApiError(404, 'There is no such conversion.');
  };
  flag('late');
  await vi.waitFor(async () => expect(await outbox.entriesOf('c')).toEqual([]));
  expect(log().waiting).toEqual([]);
});

it('what a phone noted meanwhile comes in, before what is still on its way', async () => {
  server.before = ({ route }) => {
    if (route === 'note') throw new ApiError(0, 'no answer');
  };
  flag('mine');
  server.log.take({ id: 'p', fact: { kind: 'flag', note: 'phone' } });
  await log().refresh();
  expect(notes(log().entries.map(entry => ({ entry })))).toEqual(['phone', 'mine']);
});
