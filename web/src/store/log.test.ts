import 'fake-indexeddb/auto';
import { newDesign } from '@overcoat/core/buildup';
import type { Design, Entry, LoggedEntry } from '@overcoat/core/model';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiError, api } from '../api/client.ts';
import { useDesign } from './design.ts';
import { useLog } from './log.ts';
import { outbox } from './outbox.ts';
import { usePreferences } from './preferences.ts';
import { sending } from './sendQueue.ts';

/** A server's log of one conversion, as the real one keeps it. */
class Server {
  log: LoggedEntry[] = [];
  async note(_: string, entries: readonly Entry[]) {
    return { entries: entries.map(entry => ({ id: entry.id, seq: this.take(entry) })) };
  }
  take(entry: Entry): number {
    const known = this.log.find(l => l.entry.id === entry.id);
    if (known) return known.seq;
    this.log.push({ seq: this.log.length + 1, takenIn: '2026-11-26T12:00:00Z', entry });
    return this.log.length;
  }
  async read(_: string, after = 0) {
    return { entries: this.log.filter(l => l.seq > after) };
  }
}

let server: Server;
const log = () => useLog.getState();
const flag = (note: string) => log().note({ kind: 'flag', note }, { bay: 'L1w' });
const notes = (entries: readonly { entry: Entry }[]) =>
  entries.map(({ entry: { fact } }) => (fact.kind === 'flag' ? fact.note : fact.kind));
const settled = () => vi.waitFor(() => expect(log().waiting).toEqual([]));

beforeEach(async () => {
  server = new Server();
  vi.spyOn(api, 'note').mockImplementation((...args) => server.note(...args));
  vi.spyOn(api, 'log').mockImplementation((...args) => server.read(...args));
  for (const { log: kept, waiting } of await outbox.entries())
    await outbox.dropEntries(
      kept,
      waiting.map(w => w.entry.id),
    );
  useDesign.getState().close();
  log().close();
  const design: Design = newDesign('T', 'compact');
  await useDesign.getState().open({ id: 'c', revision: 1, savedAt: '', undo: null, redo: null, design });
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
    expect(server.log.map(l => l.entry)).toEqual([entry]);
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
    expect(notes(server.log)).toEqual(['slip', 'correction', 'correction']);
    expect(server.log[1]!.entry.fact).toEqual({ kind: 'correction', of: first!.id });
  });

  it('is no step of the design: nothing to undo, nothing pending', async () => {
    flag('x');
    await settled();
    expect(useDesign.getState()).toMatchObject({ pending: [], lastChange: null, saved: { undo: null } });
  });
});

describe('a server that is away', () => {
  const chance = (seed: number) => () => {
    seed = (seed * 1_664_525 + 1_013_904_223) % 4_294_967_296;
    return seed / 4_294_967_296;
  };

  it.each([1, 2, 3])(
    'has every entry once and in order, lost in every way on their way (order %i)',
    async seed => {
      const random = chance(seed);
      vi.spyOn(api, 'note').mockImplementation(async (...args) => {
        const luck = random();
        if (luck < 0.25) throw new ApiError(0, 'no answer');
        const answer = await server.note(...args);
        // Taken in, but the answer never comes back.
        if (luck < 0.5) throw new ApiError(0, 'cut off');
        if (luck < 0.6) throw new ApiError(503, 'busy');
        return answer;
      });
      for (let n = 0; n < 60; n++) {
        flag(`${n}`);
        if (n % 7 === 0) server.take({ id: `phone${n}`, fact: { kind: 'flag off' } });
        await sending.try();
      }
      for (let i = 0; log().waiting.length > 0 && i < 500; i++) await sending.ask('entries');
      await settled();
      await log().refresh();
      const mine = notes(server.log).filter(note => note !== 'flag off');
      expect(mine).toEqual(Array.from({ length: 60 }, (_, n) => `${n}`));
      expect(log().entries).toEqual(server.log.map(l => l.entry));
    },
  );

  it('gets what was noted before the page was left, also of a conversion that is not open', async () => {
    const away = vi.spyOn(api, 'note').mockRejectedValue(new ApiError(0, 'no answer'));
    flag('kept');
    await vi.waitFor(() => expect(log().away).toBe(true));
    await vi.waitFor(async () => expect(await outbox.entriesOf('c')).toHaveLength(1));
    log().close();
    away.mockImplementation((...args) => server.note(...args));
    await log().open('other', []);
    await vi.waitFor(() => expect(notes(server.log)).toEqual(['kept']));
    await vi.waitFor(async () => expect(await outbox.entriesOf('c')).toEqual([]));
  });

  it('is sent what it missed, however much: two thousand entries in a few batches', async () => {
    const sent = vi.spyOn(api, 'note').mockRejectedValue(new ApiError(0, 'no answer'));
    for (let n = 0; n < 2000; n++) flag(`${n}`);
    await vi.waitFor(async () => expect(await outbox.entriesOf('c')).toHaveLength(2000), 20_000);
    sent.mockClear();
    sent.mockImplementation((...args) => server.note(...args));
    await sending.ask('entries');
    await settled();
    expect(sent.mock.calls.length).toBeLessThan(15);
    expect(notes(server.log)).toEqual(Array.from({ length: 2000 }, (_, n) => `${n}`));
  }, 60_000);
});

it('an entry that is refused stops no other, counts for nothing, and can be tried again or let go of', async () => {
  let odd = true;
  vi.spyOn(api, 'note').mockImplementation(async (id, entries) => {
    if (odd && entries.some(e => e.fact.kind === 'flag' && e.fact.note.startsWith('odd')))
      throw new ApiError(422, 'Not accepted: the note.');
    return server.note(id, entries);
  });
  for (const note of ['one', 'odd', 'two', 'odder']) flag(note);
  await vi.waitFor(() => expect(notes(server.log)).toEqual(['one', 'two']));
  await vi.waitFor(() => expect(log().refused).toHaveLength(2));
  expect([log().waiting, notes(log().entries.map(entry => ({ entry })))]).toEqual([[], ['one', 'two']]);
  const [first, second] = log().refused;
  expect(first!.refused).toBe('Not accepted: the note.');
  // It outlives the page.
  await log().open('c', [...server.log]);
  expect(log().refused).toHaveLength(2);
  log().settleRefused(first!.entry.id, false);
  odd = false;
  log().settleRefused(second!.entry.id, true);
  await vi.waitFor(() => expect(notes(server.log)).toEqual(['one', 'two', 'odder']));
  await vi.waitFor(async () => expect(await outbox.entriesOf('c')).toEqual([]));
  expect(log().refused).toEqual([]);
});

it('of a conversion that was erased, nothing waits for ever', async () => {
  vi.spyOn(api, 'note').mockRejectedValue(new ApiError(404, 'There is no such conversion.'));
  flag('late');
  await vi.waitFor(async () => expect(await outbox.entriesOf('c')).toEqual([]));
  expect(log().waiting).toEqual([]);
});

it('what a phone noted meanwhile comes in, before what is still on its way', async () => {
  vi.spyOn(api, 'note').mockRejectedValue(new ApiError(0, 'no answer'));
  flag('mine');
  server.take({ id: 'p', fact: { kind: 'flag', note: 'phone' } });
  await log().refresh();
  expect(notes(log().entries.map(entry => ({ entry })))).toEqual(['phone', 'mine']);
});
