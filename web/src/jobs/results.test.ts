import 'fake-indexeddb/auto';
import type { Job } from '@overcoat/jobs/jobs';
import { IDBFactory } from 'fake-indexeddb';
import { openDB } from 'idb';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { cancelJob, recall, startJob, useResults } from './results.ts';

/** A worker that answers when the test says so. */
class Stand {
  static all: Stand[] = [];
  ended = false;
  asked: unknown = null;
  onmessage: ((event: { data: unknown }) => void) | null = null;
  onerror: ((event: { message: string }) => void) | null = null;
  constructor() {
    Stand.all.push(this);
  }
  postMessage(job: unknown) {
    this.asked = job;
  }
  terminate() {
    this.ended = true;
  }
  says(data: unknown) {
    this.onmessage!({ data });
  }
}

const job = { kind: 'sweep' } as unknown as Job;
const run = (name: string, asked: string, revision: number) =>
  startJob(name, job, { asked, revision, quick: false, byItself: false });
const says = async (data: unknown) => {
  Stand.all.findLast(w => w.onmessage)!.says(data);
  await new Promise(resolve => setTimeout(resolve));
};
const answers = (answer: unknown) => says({ outcome: { ok: true, answer } });
const slot = (name: string) => useResults.getState().slots[name];

beforeEach(() => {
  vi.stubGlobal('Worker', Stand);
});
afterEach(() => vi.unstubAllGlobals());

describe('a long run', () => {
  it('tells how far it is, and keeps its answer with what it was asked and its revision', async () => {
    void run('a', 'asked', 7);
    expect(slot('a')).toMatchObject({ running: 0, queued: false, kept: null });
    await says({ share: 0.4 });
    expect(slot('a')!.running).toBe(0.4);
    await answers([1, 2]);
    expect(slot('a')).toEqual({
      running: null,
      runningFor: null,
      queued: false,
      failed: null,
      stopped: false,
      kept: { answer: [1, 2], asked: 'asked', revision: 7 },
    });
  });

  it('waits for its turn when the pool is full, and says so', async () => {
    const names = ['p', 'q', 'r', 's', 't'];
    for (const name of names) void run(name, 'x', 1);
    const waiting = () => names.filter(name => slot(name)!.queued);
    expect(waiting().length).toBeGreaterThan(0);
    for (let i = 0; i < names.length; i++) await answers(i);
    expect(waiting()).toEqual([]);
    expect(names.every(name => slot(name)!.kept)).toBe(true);
  });

  it('cancelled, leaves what was there before', async () => {
    void run('b', 'first', 1);
    await answers('old');
    void run('b', 'second', 2);
    const worker = Stand.all.findLast(w => w.onmessage)!;
    cancelJob('b');
    await new Promise(resolve => setTimeout(resolve));
    expect(worker.ended).toBe(true);
    expect(slot('b')).toMatchObject({
      running: null,
      stopped: true,
      kept: { answer: 'old', asked: 'first' },
    });
    void run('b', 'third', 3);
    expect(slot('b')!.stopped).toBe(false);
    await answers('new');
    expect(slot('b')!.kept!.answer).toBe('new');
  });

  it('started again, gives up the one that ran', async () => {
    void run('c', 'x', 1);
    const first = Stand.all.findLast(w => w.onmessage)!;
    void run('c', 'y', 1);
    expect(first.ended).toBe(true);
    await answers('second');
    expect(slot('c')).toMatchObject({ running: null, failed: null, kept: { answer: 'second', asked: 'y' } });
  });

  it('that fails says why and keeps the old answer; a broken worker likewise', async () => {
    void run('d', 'x', 1);
    await answers('old');
    void run('d', 'y', 2);
    await says({ outcome: { ok: false, message: 'Unknown material “moon-dust”' } });
    expect(slot('d')).toMatchObject({ running: null, failed: expect.stringContaining('moon-dust') });
    expect(slot('d')!.kept!.answer).toBe('old');
    void run('d', 'z', 3);
    Stand.all.findLast(w => w.onerror)!.onerror!({ message: 'out of memory' });
    await new Promise(resolve => setTimeout(resolve));
    expect(slot('d')!.failed).toBe('out of memory');
  });

  it('is there again on the next page, typed arrays and all', async () => {
    void run('e', 'x', 4);
    await answers({ water: Float32Array.of(1, 2.5) });
    await new Promise(resolve => setTimeout(resolve, 50));
    useResults.setState({ slots: {} });
    await recall('e');
    expect(slot('e')!.kept).toEqual({ answer: { water: Float32Array.of(1, 2.5) }, asked: 'x', revision: 4 });
    await recall('nothing was here');
    expect(slot('nothing was here')).toBeUndefined();
  });

  it('keeps the latest sixteen over a reload, no more', async () => {
    for (let i = 0; i < 20; i++) {
      void run(`f${i}`, 'x', 1);
      await answers(i);
    }
    await new Promise(resolve => setTimeout(resolve, 100));
    useResults.setState({ slots: {} });
    await Promise.all(Array.from({ length: 20 }, (_, i) => recall(`f${i}`)));
    const back = Array.from({ length: 20 }, (_, i) => slot(`f${i}`)?.kept?.answer ?? null);
    expect(back).toEqual([null, null, null, null, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19]);
  });

  it('forgets what an earlier program kept: its answers had another shape', async () => {
    vi.stubGlobal('indexedDB', new IDBFactory());
    const old = await openDB('overcoat-results', 1, {
      upgrade(db) {
        db.createObjectStore('kept');
        db.createObjectStore('order');
      },
    });
    await old.put('kept', { answer: 'of then', asked: 'x', revision: 1 }, 'g');
    old.close();
    vi.resetModules();
    const today = await import('./results.ts');
    await today.recall('g');
    expect(today.useResults.getState().slots.g).toBeUndefined();
  });
});

it('what runs by itself is kept by its worker under what it was asked; what a person starts is not', async () => {
  void startJob('kept', job, { asked: 'name', revision: 1, quick: false, byItself: true });
  await vi.waitFor(() => expect(Stand.all.at(-1)!.asked).toEqual({ ...job, keepAs: 'name' }));
  await answers(1);
  void run('own', 'other', 1);
  await vi.waitFor(() => expect(Stand.all.findLast(w => w.onmessage)!.asked).toEqual(job));
  await answers(2);
});
