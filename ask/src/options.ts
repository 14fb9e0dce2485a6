import { parseArgs } from 'node:util';
import { AskMistake } from './mistake.ts';

type Kinds = Record<string, { type: 'string' | 'boolean' }>;
type Values<K extends Kinds> = {
  [N in keyof K]?: K[N]['type'] extends 'boolean' ? boolean : string;
};

/** Options of a question and what stands beside them. Throws a `Mistake` that names what is accepted. */
export function options<const K extends Kinds>(
  args: readonly string[],
  kinds: K,
): { values: Values<K>; rest: string[] } {
  try {
    const { values, positionals } = parseArgs({ args: [...args], options: kinds, allowPositionals: true });
    return { values: values as Values<K>, rest: positionals };
  } catch (error) {
    const accepted = Object.keys(kinds).map(name => `--${name}`);
    throw new AskMistake(
      `${(error as Error).message.split('. ')[0]}; accepted: ${accepted.join(', ') || 'none'}.`,
    );
  }
}

/** An option that is a number within limits; null when it is not given. */
export function number(
  name: string,
  text: string | undefined,
  { min, max, whole = false }: { min: number; max: number; whole?: boolean },
): number | null {
  if (text === undefined) return null;
  const value = Number(text);
  if (text.trim() === '' || !(value >= min && value <= max) || (whole && !Number.isInteger(value)))
    throw new AskMistake(
      `--${name} must be a ${whole ? 'whole ' : ''}number from ${min} to ${max}, not “${text}”.`,
    );
  return value;
}
