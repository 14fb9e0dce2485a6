/** Rows of numbers, by the name they are written down under. */
const ROWS = { Float64Array, Float32Array, Int32Array, Uint32Array, Uint16Array, Uint8Array } as const;
type RowName = keyof typeof ROWS;

const MARK = '$';

/** A value as text that reads back as it was: rows of numbers, maps, sets, and numbers that JSON does not know. */
export const packed = (value: unknown): string =>
  JSON.stringify(value, function (this: Record<string, unknown>, key, given) {
    // JSON turns a date into text before it asks.
    const one = this[key] ?? given;
    if (typeof one === 'number' && !Number.isFinite(one)) return { [MARK]: 'number', is: String(one) };
    if (one instanceof Map) return { [MARK]: 'Map', is: [...one] };
    if (one instanceof Set) return { [MARK]: 'Set', is: [...one] };
    if (ArrayBuffer.isView(one)) {
      const bytes = new Uint8Array(one.buffer, one.byteOffset, one.byteLength);
      return { [MARK]: one.constructor.name, is: toBase64(bytes) };
    }
    return one;
  });

/** The value that was packed. Throws SyntaxError or RangeError for what was not. */
export const unpacked = (text: string): unknown =>
  JSON.parse(text, (_, value) => {
    if (typeof value !== 'object' || value === null || !(MARK in value)) return value;
    const { [MARK]: kind, is } = value as { [MARK]: string; is: never };
    if (kind === 'number') return Number(is);
    if (kind === 'Map') return new Map(is);
    if (kind === 'Set') return new Set(is);
    const Row = ROWS[kind as RowName];
    if (!Row) throw new RangeError(`There is no ${kind}`);
    const bytes = fromBase64(is);
    return new Row(bytes.buffer, 0, bytes.length / Row.BYTES_PER_ELEMENT);
  });

const STEP = 0x8000;
function toBase64(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length; i += STEP) text += String.fromCharCode(...bytes.subarray(i, i + STEP));
  return btoa(text);
}

const fromBase64 = (text: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from(atob(text), c => c.charCodeAt(0));
