import { packed, unpacked } from '@overcoat/jobs/packed';
import { api } from '../api/client.ts';

/** An answer larger than this the server would not keep, characters. */
const MOST = 4_000_000;

/** Who computed an answer that was kept, and when. */
interface Origin {
  by: 'server' | 'window';
  at: string;
}
/** Of the answers that came from the server, by key. */
const origins = new Map<string, Origin>();
const MOST_ORIGINS = 200;

/** Who computed what goes by `key`; null where this page did. */
export const originOf = (key: string): Origin | null => origins.get(key) ?? null;

/**
 * What another window or a phone has computed of the same; undefined where nobody has, where the server does not answer, or where what
 * is kept there is no answer of that kind: then it is computed.
 */
export async function answerKept(key: string, kind: string): Promise<unknown> {
  try {
    const text = await api.answer(key);
    if (text === null) return undefined;
    const {
      kind: of,
      answer,
      by,
      at,
    } = unpacked(text) as Partial<Origin> & { kind?: unknown; answer?: unknown };
    if (of !== kind) return undefined;
    if (by && at) origins.set(key, { by, at });
    for (const old of [...origins.keys()].slice(0, Math.max(0, origins.size - MOST_ORIGINS)))
      origins.delete(old);
    return answer;
  } catch {
    return undefined;
  }
}

/** Keeps an answer for other windows; where that cannot be, they compute it themselves. */
export async function keepAnswer(key: string, kind: string, answer: unknown): Promise<void> {
  const text = packed({ kind, answer, by: 'window', at: new Date().toISOString() });
  if (text.length <= MOST) await api.putAnswer(key, text).catch(() => undefined);
}
