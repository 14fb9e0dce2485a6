import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { ApiError } from '../api/client.ts';
import { SendQueue } from './sendQueue.ts';

let queue: SendQueue;
let done: string[];
let away: boolean;
const work = (name: string) => async () => {
  if (away) throw new ApiError(0, 'no answer');
  done.push(name);
};
beforeEach(() => {
  vi.useFakeTimers();
  queue = new SendQueue();
  done = [];
  away = false;
  for (const name of ['photos', 'entries', 'edits']) queue.register(name, work(name));
});
afterEach(() => {
  vi.useRealTimers();
});

it('sends in the order of registration, whatever is asked for first', async () => {
  void queue.ask('edits');
  void queue.ask('photos');
  await queue.ask('entries');
  // The first was under way before the others were asked for.
  expect(done).toEqual(['photos', 'entries', 'edits'].sort((a, b) => done.indexOf(a) - done.indexOf(b)));
  expect(done).toHaveLength(3);
});

it('makes everything wait while the server is away, longer each time, and then sends it all, each once', async () => {
  away = true;
  const tries = vi.fn(work('counted'));
  queue.register('counted', tries);
  await queue.ask('counted');
  for (const wait of [1000, 2000, 4000, 8000, 10_000, 10_000]) {
    const before = tries.mock.calls.length;
    await vi.advanceTimersByTimeAsync(wait - 1);
    expect(tries.mock.calls.length).toBe(before);
    await vi.advanceTimersByTimeAsync(1);
    expect(tries.mock.calls.length).toBe(before + 1);
  }
  void queue.ask('photos');
  away = false;
  await vi.advanceTimersByTimeAsync(30_000);
  expect(done).toEqual(['photos', 'counted']);
  // And once it answers, the next failure waits a second again.
  away = true;
  await queue.ask('counted');
  away = false;
  await vi.advanceTimersByTimeAsync(1000);
  expect(done).toEqual(['photos', 'counted', 'counted']);
});

it('tries at once when a person does something', async () => {
  away = true;
  await queue.ask('entries');
  away = false;
  await queue.ask('edits');
  expect(done).toEqual(['entries', 'edits']);
});

it('is stopped by no mistake of ours: it is told, and tried again', async () => {
  const told = vi.spyOn(console, 'error').mockImplementation(() => undefined);
  let broken = true;
  queue.register('odd', async () => {
    if (broken) throw new TypeError('ours');
    done.push('odd');
  });
  await queue.ask('odd');
  expect(told).toHaveBeenCalled();
  broken = false;
  await vi.advanceTimersByTimeAsync(1000);
  expect(done).toEqual(['odd']);
  told.mockRestore();
});
