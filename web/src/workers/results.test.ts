import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { DampJob } from './dampJobs.ts';
import { cancelJob, recall, runJob, useResults } from './results.ts';

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

const job = { kind: 'sweep' } as unknown as DampJob;
const slot = (name: string) => useResults.getState().slots[name];

beforeEach(() => {
  vi.stubGlobal('Worker', Stand);
  // Lets go of a worker that an earlier test left idle.
  runJob('none', job, '', 0);
  cancelJob('none');
  Stand.all = [];
});
afterEach(() => vi.unstubAllGlobals());

describe('a long run', () => {
  it('tells how far it is, keeps its answer with what it was asked and its revision, and hands its worker on', () => {
    runJob('a', job, 'asked', 7);
    const [worker] = Stand.all;
    expect(worker!.asked).toBe(job);
    expect(slot('a')).toMatchObject({ running: 0, kept: null });
    worker!.says({ share: 0.4 });
    expect(slot('a')!.running).toBe(0.4);
    worker!.says({ outcome: { ok: true, answer: [1, 2] } });
    expect(slot('a')).toEqual({
      running: null,
      failed: null,
      stopped: false,
      kept: { answer: [1, 2], asked: 'asked', revision: 7 },
    });
    expect(worker!.ended).toBe(false);
    runJob('a', job, 'again', 8);
    expect(Stand.all).toHaveLength(1);
    cancelJob('a');
    expect(worker!.ended).toBe(true);
  });
  it('cancelled, leaves what was there before', () => {
    runJob('b', job, 'first', 1);
    Stand.all.at(-1)!.says({ outcome: { ok: true, answer: 'old' } });
    runJob('b', job, 'second', 2);
    cancelJob('b');
    expect(Stand.all.at(-1)!.ended).toBe(true);
    expect(slot('b')).toMatchObject({
      running: null,
      stopped: true,
      kept: { answer: 'old', asked: 'first' },
    });
    runJob('b', job, 'third', 3);
    expect(slot('b')!.stopped).toBe(false);
    cancelJob('b');
  });
  it('started again, ends the one that ran', () => {
    runJob('c', job, 'x', 1);
    runJob('c', job, 'y', 1);
    expect(Stand.all.map(w => w.ended)).toEqual([true, false]);
    cancelJob('c');
  });
  it('that fails says why and keeps the old answer; a broken worker likewise', () => {
    runJob('d', job, 'x', 1);
    Stand.all[0]!.says({ outcome: { ok: true, answer: 'old' } });
    runJob('d', job, 'y', 2);
    Stand.all.at(-1)!.says({ outcome: { ok: false, message: 'Unknown material “moon-dust”' } });
    expect(slot('d')).toMatchObject({ running: null, failed: expect.stringContaining('moon-dust') });
    expect(slot('d')!.kept!.answer).toBe('old');
    runJob('d', job, 'z', 3);
    Stand.all.at(-1)!.onerror!({ message: 'out of memory' });
    expect(slot('d')!.failed).toBe('out of memory');
  });
  it('is there again on the next page, typed arrays and all', async () => {
    runJob('e', job, 'x', 4);
    Stand.all[0]!.says({ outcome: { ok: true, answer: { water: Float32Array.of(1, 2.5) } } });
    await new Promise(resolve => setTimeout(resolve, 50));
    useResults.setState({ slots: {} });
    await recall('e');
    expect(slot('e')!.kept).toEqual({ answer: { water: Float32Array.of(1, 2.5) }, asked: 'x', revision: 4 });
    await recall('nothing was here');
    expect(slot('nothing was here')).toBeUndefined();
  });
  it('keeps the latest sixteen over a reload, no more', async () => {
    for (let i = 0; i < 20; i++) {
      runJob(`f${i}`, job, 'x', 1);
      Stand.all.at(-1)!.says({ outcome: { ok: true, answer: i } });
    }
    await new Promise(resolve => setTimeout(resolve, 100));
    useResults.setState({ slots: {} });
    await Promise.all(Array.from({ length: 20 }, (_, i) => recall(`f${i}`)));
    const back = Array.from({ length: 20 }, (_, i) => slot(`f${i}`)?.kept?.answer ?? null);
    expect(back).toEqual([null, null, null, null, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19]);
  });
});
