import { beforeEach, expect, it, vi } from 'vitest';
import { Pool } from './pool.ts';

/** A worker that answers when the test says so. */
class Stand {
  static all: Stand[] = [];
  ended = false;
  asked: unknown[] = [];
  onmessage: ((event: { data: unknown }) => void) | null = null;
  onerror: ((event: { message: string }) => void) | null = null;
  constructor() {
    Stand.all.push(this);
  }
  postMessage(job: unknown) {
    this.asked.push(job);
  }
  terminate() {
    this.ended = true;
  }
  answers(answer: unknown) {
    this.onmessage!({ data: { outcome: { ok: true, answer } } });
  }
}

let pool: Pool<string, string>;
const never = () => new AbortController().signal;
const asked = () => Stand.all.map(w => w.asked.at(-1));
beforeEach(() => {
  Stand.all = [];
  pool = new Pool(() => new Stand() as unknown as Worker, 2);
});

it('runs no more at a time than it may; the others wait for their turn, quick ones first', async () => {
  const turns: string[] = [];
  const run = (job: string, quick = false) =>
    pool.run(job, { quick, signal: never(), onStart: () => turns.push(job) });
  const all = [run('a'), run('b'), run('slow 1'), run('slow 2'), run('quick 1', true), run('quick 2', true)];
  expect(turns).toEqual(['a', 'b']);
  for (let i = 0; i < 6; i++) {
    const at = Stand.all.find(w => w.onmessage)!;
    at.answers(`answer to ${at.asked.at(-1)}`);
    await Promise.resolve();
  }
  expect(turns).toEqual(['a', 'b', 'quick 1', 'quick 2', 'slow 1', 'slow 2']);
  expect(await Promise.all(all)).toEqual(
    ['a', 'b', 'slow 1', 'slow 2', 'quick 1', 'quick 2'].map(job => `answer to ${job}`),
  );
});

it('lets what cannot wait pass all that waits, and run beside what runs, in a worker that is let go again', async () => {
  const turns: string[] = [];
  const run = (job: string, of: { urgent?: boolean; quick?: boolean } = {}) =>
    pool.run(job, { ...of, signal: never(), onStart: () => turns.push(job) });
  void run('long 1');
  void run('long 2');
  void run('quick', { quick: true });
  const urgent = run('verdict', { urgent: true });
  void run('verdict 2', { urgent: true });
  expect(turns).toEqual(['long 1', 'long 2', 'verdict']);
  Stand.all[2]!.answers('x');
  await urgent;
  expect(turns).toEqual(['long 1', 'long 2', 'verdict', 'verdict 2']);
  Stand.all.at(-1)!.answers('y');
  await Promise.resolve();
  // Never more than one beside the two, and none of them stays.
  expect(Stand.all.filter(w => !w.ended && w.onmessage)).toHaveLength(2);
  Stand.all[0]!.answers('z');
  expect(turns.at(-1)).toBe('quick');
});

it('hands a worker on to the next job, and keeps one for the next time', async () => {
  const first = pool.run('a', { signal: never() });
  Stand.all[0]!.answers('x');
  await first;
  expect(Stand.all[0]!.ended).toBe(false);
  void pool.run('b', { signal: never() });
  expect([Stand.all.length, Stand.all[0]!.asked]).toEqual([1, ['a', 'b']]);
});

it('hands a job to the worker that did some of its kin, and others to those that did none', async () => {
  const run = (job: string, kin?: string) => pool.run(job, { kin, signal: never() });
  const all = [run('a', 'weighed'), run('b')];
  const [weighed, other] = Stand.all as [Stand, Stand];
  // Whichever ends first.
  weighed.answers('x');
  other.answers('y');
  await Promise.all(all);
  void run('c');
  void run('d', 'weighed');
  expect([weighed.asked, other.asked]).toEqual([
    ['a', 'd'],
    ['b', 'c'],
  ]);
  weighed.answers('x');
  other.answers('y');
  void run('e', 'weighed');
  void run('f', 'weighed');
  expect([weighed.asked.at(-1), other.asked.at(-1), Stand.all.length]).toEqual(['e', 'f', 2]);
});

it('given up while it waits, a job never runs; while it runs, its worker ends and the next has its turn', async () => {
  const controls = ['a', 'b', 'c', 'd'].map(job => {
    const control = new AbortController();
    const result = pool.run(job, { signal: control.signal });
    result.catch(() => undefined);
    return { control, result };
  });
  controls[2]!.control.abort(new Error('not wanted'));
  await expect(controls[2]!.result).rejects.toThrow('not wanted');
  controls[0]!.control.abort(new Error('enough'));
  await expect(controls[0]!.result).rejects.toThrow('enough');
  expect(Stand.all[0]!.ended).toBe(true);
  expect(asked()).toEqual(['a', 'b', 'd']);
  // A late word of the worker that was ended changes nothing.
  expect(Stand.all[0]!.onmessage).toBeNull();
  const late = new AbortController();
  late.abort(new Error('before it began'));
  await expect(pool.run('e', { signal: late.signal })).rejects.toThrow('before it began');
});

it('tells how far a job is, and why it failed; a broken worker is replaced', async () => {
  const report = vi.fn();
  const failing = pool.run('a', { signal: never(), report });
  Stand.all[0]!.onmessage!({ data: { share: 0.25 } });
  Stand.all[0]!.onmessage!({ data: { outcome: { ok: false, message: 'unknown material' } } });
  await expect(failing).rejects.toThrow('unknown material');
  expect(report).toHaveBeenCalledWith(0.25);
  const breaking = pool.run('b', { signal: never() });
  Stand.all.at(-1)!.onerror!({ message: 'out of memory' });
  await expect(breaking).rejects.toThrow('out of memory');
  expect(Stand.all.at(-1)!.ended).toBe(true);
  void pool.run('c', { signal: never() });
  expect(asked().at(-1)).toBe('c');
});
