import { beforeEach, expect, it, vi } from 'vitest';
import { ApiError, api } from '../api/client.ts';
import { answerKept, keepAnswer, originOf } from './answers.ts';

const kept = new Map<string, string>();
beforeEach(() => {
  kept.clear();
  vi.spyOn(api, 'answer').mockImplementation(async key => kept.get(key) ?? null);
  vi.spyOn(api, 'putAnswer').mockImplementation(async (key, text) => void kept.set(key, text));
});

it('comes back as it was computed, to whoever asks for the same', async () => {
  const answer = { water: Float64Array.from([1, Number.NaN]), by: new Map([['a', 1]]) };
  await keepAnswer('k', 'damp', answer);
  expect(await answerKept('k', 'damp')).toEqual(answer);
  expect(await answerKept('other', 'damp')).toBeUndefined();
  // Who computed it is known of what was kept, and of nothing else.
  expect(originOf('k')).toMatchObject({ by: 'window' });
  expect(originOf('other')).toBeNull();
});

it('is forgotten where it is none of that kind, nothing that can be read, too large, or the server is away', async () => {
  await keepAnswer('k', 'damp', { a: 1 });
  expect(await answerKept('k', 'cut')).toBeUndefined();
  for (const odd of ['{', '7', 'null', '{"answer":1}', '[]', '{"kind":"damp","answer":{"$":"Worker"}}']) {
    kept.set('k', odd);
    expect(await answerKept('k', 'damp'), odd).toBeUndefined();
  }
  await keepAnswer('large', 'damp', 'x'.repeat(4_000_001));
  expect(kept.has('large')).toBe(false);
  vi.spyOn(api, 'answer').mockRejectedValue(new ApiError(0, 'no answer'));
  vi.spyOn(api, 'putAnswer').mockRejectedValue(new ApiError(0, 'no answer'));
  expect(await answerKept('k', 'damp')).toBeUndefined();
  await keepAnswer('k', 'damp', 1);
});
