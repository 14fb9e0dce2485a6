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
  for (const name of ['edits', 'entries', 'photos'] as const) queue.register(name, work(name));
});
afterEach(() => {
  vi.useRealTimers();
});

it('sends photos before the entries that may name them, and edits last, whatever is asked for first', async () => {
  away = true;
  void queue.ask('edits');
  void queue.ask('photos');
  await queue.ask('entries');
  away = false;
  await queue.try();
  expect(done).toEqual(['photos', 'entries', 'edits']);
});

it('makes everything wait while the server is away, longer each time, and then sends it all, each once', async () => {
  away = true;
  const tries = vi.fn(work('edits'));
  queue.register('edits', tries);
  await queue.ask('edits');
  for (const wait of [1000, 2000, 4000, 8000, 10_000, 10_000]) {
    const before = tries.mock.calls.length;
    await vi.advanceTimersByTimeAsync(wait - 1);
    expect(tries.mock.calls.length).toBe(before);
    await vi.advanceTimersByTimeAsync(1);
    expect(tries.mock.calls.length).toBe(before + 1);
  }
  await queue.ask('photos');
  away = false;
  await vi.advanceTimersByTimeAsync(30_000);
  expect(done).toEqual(['photos', 'edits']);
  // And once it answers, the next failure waits a second again.
  away = true;
  await queue.ask('edits');
  away = false;
  await vi.advanceTimersByTimeAsync(1000);
  expect(done).toEqual(['photos', 'edits', 'edits']);
});

it('lets what fails hold up nothing else', async () => {
  queue.register('photos', async () => {
    throw new ApiError(503, 'busy with this one');
  });
  void queue.ask('photos');
  await queue.ask('edits');
  expect(done).toEqual(['edits']);
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
  queue.register('entries', async () => {
    if (broken) throw new TypeError('ours');
    done.push('odd');
  });
  await queue.ask('entries');
  expect(told).toHaveBeenCalled();
  broken = false;
  await vi.advanceTimersByTimeAsync(1000);
  expect(done).toEqual(['odd']);
  told.mockRestore();
});
