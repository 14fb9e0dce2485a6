import { api } from '../api/client.ts';
import { packed, unpacked } from './packed.ts';

/** An answer larger than this the server would not keep, characters. */
const MOST = 4_000_000;

/** What another window or a phone has computed of the same; undefined where nobody has, or the server does not answer. */
export async function answerKept(key: string): Promise<unknown> {
  try {
    const text = await api.answer(key);
    return text === null ? undefined : unpacked(text);
  } catch {
    return undefined;
  }
}

/** Keeps an answer for other windows; where that cannot be, they compute it themselves. */
export async function keepAnswer(key: string, answer: unknown): Promise<void> {
  const text = packed(answer);
  if (text.length <= MOST) await api.putAnswer(key, text).catch(() => undefined);
}
