import 'fake-indexeddb/auto';
import { seeded } from '@overcoat/core/random';
import { IDBFactory } from 'fake-indexeddb';
import { afterEach, expect, it, vi } from 'vitest';
import { FakeServer } from '../testing/server.ts';

/** A window or phone: the stores as they are, with a browser database of its own. */
async function device(server: FakeServer) {
  vi.resetModules();
  vi.stubGlobal('indexedDB', new IDBFactory());
  const { ApiError, api } = await import('../api/client.ts');
  const { useDesign } = await import('./design.ts');
  const { useLog } = await import('./log.ts');
  const { sending } = await import('./sendQueue.ts');
  const { outbox } = await import('./outbox.ts');
  await outbox.works();
  server.serve(api, ApiError);
  await useDesign.getState().open(server.record());
  await useLog.getState().open('c', [...server.log.entries]);
  return { design: useDesign.getState, log: useLog.getState, sending };
}

const settle = () => new Promise(resolve => setTimeout(resolve));

afterEach(() => vi.unstubAllGlobals());

let asked = 0;

it.each([1, 2, 3, 4])(
  'two windows and a phone, failing in any order: every entry once, every edit merged or asked (order %i)',
  async seed => {
    const random = seeded(seed);
    const server = new FakeServer();
    server.lose(random, true);
    const devices: Awaited<ReturnType<typeof device>>[] = [];
    for (let i = 0; i < 3; i++) devices.push(await device(server));
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
    const told = server.log.entries.map(({ entry: { fact } }) => (fact.kind === 'flag' ? fact.note : ''));
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
