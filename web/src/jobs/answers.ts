import { packed, unpacked } from '@overcoat/jobs/packed';
import { api } from '../api/client.ts';

/** An answer larger than this the server would not keep, characters. */
const MOST = 4_000_000;

/**
 * What another window or a phone has computed of the same; undefined where nobody has, where the server does not answer, or where what
 * is kept there is no answer of that kind: then it is computed.
 */
export async function answerKept(key: string, kind: string): Promise<unknown> {
  try {
    const text = await api.answer(key);
    if (text === null) return undefined;
    const { kind: of, answer } = unpacked(text) as { kind?: unknown; answer?: unknown };
    return of === kind ? answer : undefined;
  } catch {
    return undefined;
  }
}

/** Keeps an answer for other windows; where that cannot be, they compute it themselves. */
export async function keepAnswer(key: string, kind: string, answer: unknown): Promise<void> {
  const text = packed({ kind, answer });
  if (text.length <= MOST) await api.putAnswer(key, text).catch(() => undefined);
}
