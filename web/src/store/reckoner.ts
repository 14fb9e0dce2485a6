import type { Answer, Job } from '@overcoat/jobs/jobs';
import { runOnce } from '../jobs/results.ts';

/** Answers of a kind that are remembered. */
const MOST = 60;
/** Begun at a time; what was asked for before those has been overtaken. */
const AT_ONCE = 6;

/**
 * Answers that every verdict rests on, each by the name of all it rests on: what is not known yet is worked out off the page's thread,
 * unless another window or the server has. `pause` ms are waited for what overtakes it; `cameIn` hears of each, and whether it failed.
 */
export function reckoner<K extends 'climate' | 'pay'>(pause: number, cameIn: (failed: boolean) => void) {
  /** With a mark by which the last alike is found; the one used longest ago first. */
  const known = new Map<string, { answer: Answer<K>; mark: string }>();
  const failed = new Set<string>();
  const wanted = new Map<string, { job: Job<K>; mark: string }>();
  const running = new Set<string>();
  let timer: ReturnType<typeof setTimeout> | null = null;

  const remember = (key: string, answer: Answer<K>, mark: string) => {
    known.delete(key);
    known.set(key, { answer, mark });
    for (const old of [...known.keys()].slice(0, Math.max(0, known.size - MOST))) known.delete(old);
  };

  const work = async (key: string, { job, mark }: { job: Job<K>; mark: string }) => {
    running.add(key);
    try {
      remember(key, await runOnce(job, key, new AbortController().signal), mark);
    } catch {
      // What stood before stays.
      failed.add(key);
    }
    running.delete(key);
    cameIn(failed.has(key));
  };

  const begin = () => {
    timer = null;
    const latest = [...wanted].slice(-AT_ONCE);
    wanted.clear();
    for (const [key, asked] of latest) void work(key, asked);
  };

  return {
    /** The answer, if it is known; otherwise null, and it is asked for. */
    of(key: string, job: Job<K>, mark = ''): Answer<K> | null {
      const found = known.get(key);
      if (found) {
        remember(key, found.answer, mark);
        return found.answer;
      }
      if (typeof Worker === 'undefined' || running.has(key) || failed.has(key)) return null;
      wanted.delete(key);
      wanted.set(key, { job, mark });
      // The first of a page is overtaken by nothing.
      if (timer === null) timer = setTimeout(begin, known.size + running.size > 0 ? pause : 0);
      return null;
    },
    /** The one used last with a mark. */
    last: (mark: string): Answer<K> | null =>
      [...known.values()].findLast(k => k.mark === mark)?.answer ?? null,
    /** Takes over what was found elsewhere, where it is better than what is known. */
    note(key: string, answer: Answer<K>, better: (than: Answer<K>) => boolean): void {
      const before = known.get(key);
      if (before && !better(before.answer)) return;
      remember(key, answer, before?.mark ?? '');
      cameIn(false);
    },
  };
}
