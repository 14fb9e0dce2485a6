import 'fake-indexeddb/auto';
import { newDesign } from '@overcoat/core/buildup';
import {
  type ConversionRecord,
  checkDesign,
  type Design,
  type Entry,
  type LoggedEntry,
} from '@overcoat/core/model';
import { IDBFactory } from 'fake-indexeddb';
import { applyPatches, enablePatches, type Patch } from 'immer';
import { afterEach, expect, it, vi } from 'vitest';

enablePatches();

/** A server with one conversion: its revisions and its log, checked as the real one checks. */
class Server {
  revisions: { design: Design; label: string }[];
  log: LoggedEntry[] = [];
  constructor(design: Design) {
    this.revisions = [{ design, label: 'new' }];
  }
  record(): ConversionRecord {
    const { design } = this.revisions.at(-1)!;
    return { id: 'c', revision: this.revisions.length, savedAt: '', undo: null, redo: null, design };
  }
  save(revision: number, design: Design, label: string) {
    expect(checkDesign(design, { has: () => true })).toEqual([]);
    this.revisions.push({ design: JSON.parse(JSON.stringify(design)) as Design, label });
    return { ...this.record(), revision };
  }
  take(entry: Entry): number {
    const known = this.log.find(l => l.entry.id === entry.id);
    if (known) return known.seq;
    this.log.push({ seq: this.log.length + 1, takenIn: '', entry });
    return this.log.length;
  }
}

/** A window or phone: the stores as they are, with a browser database of its own. */
async function device(server: Server, fails: () => 'before' | 'after' | null) {
  vi.resetModules();
  vi.stubGlobal('indexedDB', new IDBFactory());
  const { ApiError, api } = await import('../api/client.ts');
  const { useDesign } = await import('./design.ts');
  const { useLog } = await import('./log.ts');
  const { sending } = await import('./sendQueue.ts');
  const { outbox } = await import('./outbox.ts');
  await outbox.works();
  /** Lost on its way there, or on its way back. */
  const through = async <T>(work: () => T): Promise<T> => {
    const failing = fails();
    await Promise.resolve();
    if (failing === 'before') throw new ApiError(0, 'no answer');
    const answer = work();
    await Promise.resolve();
    if (failing === 'after') throw new ApiError(0, 'cut off');
    return answer;
  };
  const onto = (revision: number, make: (before: Design) => Design, label: string) =>
    through(() => {
      if (revision !== server.revisions.length)
        throw new ApiError(409, 'stale', { current: server.record() });
      const { design: _, ...saved } = server.save(revision, make(server.record().design), label);
      return { ...saved, revision: server.revisions.length };
    });
  api.save = (_, revision, { design, label }) => onto(revision, () => design, label);
  api.change = (_, revision, { changes, label }) =>
    onto(revision, before => applyPatches(before, changes as Patch[]), label);
  api.note = (_, entries) =>
    through(() => ({ entries: entries.map(entry => ({ id: entry.id, seq: server.take(entry) })) }));
  api.log = async (_, after = 0) => through(() => ({ entries: server.log.filter(l => l.seq > after) }));
  await useDesign.getState().open(server.record());
  await useLog.getState().open('c', [...server.log]);
  return { design: useDesign.getState, log: useLog.getState, sending };
}

const chance = (seed: number) => () => {
  seed = (seed * 1_664_525 + 1_013_904_223) % 4_294_967_296;
  return seed / 4_294_967_296;
};
const settle = () => new Promise(resolve => setTimeout(resolve));

afterEach(() => vi.unstubAllGlobals());

let asked = 0;

it.each([1, 2, 3, 4])(
  'two windows and a phone, failing in any order: every entry once, every edit merged or asked (order %i)',
  async seed => {
    const random = chance(seed);
    const fails = () => {
      const luck = random();
      return luck < 0.15 ? 'before' : luck < 0.3 ? 'after' : null;
    };
    const server = new Server(newDesign('Three', 'compact'));
    const devices: Awaited<ReturnType<typeof device>>[] = [];
    for (let i = 0; i < 3; i++) devices.push(await device(server, fails));
    const bays = server.record().design.shell.zones.flatMap(z => z.bays.map(b => b.id));
    const noted: string[] = [];
    const spots: string[] = [];
    for (let n = 0; n < 60; n++) {
      const d = devices[Math.floor(random() * 3)]!;
      const bay = bays[Math.floor(random() * bays.length)]!;
      const what = random();
      if (what < 0.45) {
        d.log().note({ kind: 'flag', note: `${n}` }, { bay });
        noted.push(`${n}`);
      } else if (what < 0.85) {
        // What nobody else touches: it must be there in the end, unless its bay was taken out meanwhile.
        const id = `spot-${n}`;
        d.design().edit(id, draft => {
          const there = draft.shell.zones.some(z => z.bays.some(b => b.id === bay));
          if (there)
            draft.ready.rust.push({
              id,
              bay,
              size: { basis: 'measured', value: n / 1000, entered: `${n}` },
              grade: 'surface',
              note: '',
            });
        });
        if (d.design().design!.ready.rust.some(r => r.id === id)) spots.push(id);
      } else
        d.design().edit(`note ${n}`, draft => {
          draft.note = `${n}`;
        });
      if (random() < 0.5) await settle();
    }
    const waiting = () =>
      devices.some(d => d.design().pending.length + d.log().waiting.length > 0 || d.design().conflict);
    for (let round = 0; waiting() && round < 800; round++)
      for (const d of devices) {
        if (d.design().conflict) {
          asked++;
          // Only the note is changed by more than one of them.
          expect(d.design().conflict!.places.map(c => c.path)).toEqual([['note']]);
          d.design().settle(random() < 0.5 ? 'mine' : 'theirs');
        }
        void d.sending.ask('entries');
        await d.sending.ask('edits');
        await settle();
      }
    expect(waiting()).toBe(false);
    for (const d of devices) expect(d.design().refused).toEqual([]);
    const told = server.log.map(({ entry: { fact } }) => (fact.kind === 'flag' ? fact.note : ''));
    expect([...told].sort()).toEqual([...noted].sort());
    expect(
      server
        .record()
        .design.ready.rust.map(r => r.id)
        .sort(),
    ).toEqual([...spots].sort());
  },
  60_000,
);

it('and somebody was asked at least once', () => expect(asked).toBeGreaterThan(0));
