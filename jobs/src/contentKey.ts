import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** Of this program: another one may compute otherwise. */
const BUILD: string = import.meta.env?.VITE_BUILD ?? 'unbuilt';

const known = new WeakMap<object, string>();

/** A name for what a value holds; an object's is found once, for what is held here does not change. */
function digest(value: unknown): string {
  if (typeof value !== 'object' || value === null) return JSON.stringify(value) ?? 'undefined';
  const found = known.get(value);
  if (found) return found;
  const made = bytesToHex(sha256(utf8ToBytes(JSON.stringify(value, plain))));
  known.set(value, made);
  return made;
}

/** Names everything that a result depends on, by content: equal parts give equal names, a file read anew too. */
export const contentKey = (...parts: readonly unknown[]): string =>
  bytesToHex(sha256(utf8ToBytes([BUILD, ...parts.map(digest)].join(' '))));

/** Rows of numbers as their values, maps as their pairs. */
const plain = (_: string, value: unknown): unknown =>
  ArrayBuffer.isView(value) ? [...(value as Float64Array)] : value instanceof Map ? [...value] : value;
