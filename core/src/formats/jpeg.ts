/**
 * A JPEG without what its camera wrote into it: drops the application segments APP1 to APP15 but APP14 (which tells
 * the colour transform) and comments, so place, time and owner go. The picture itself is not touched.
 * Returns null for what is no JPEG. Segment layout: ITU-T T.81 annex B, from memory.
 */
export function stripJpeg(bytes: Uint8Array): Uint8Array | null {
  if (bytes.length < 4 || bytes[0] !== 0xff || bytes[1] !== 0xd8) return null;
  const kept: Uint8Array[] = [bytes.subarray(0, 2)];
  let at = 2;
  while (at + 4 <= bytes.length) {
    if (bytes[at] !== 0xff) return null;
    const marker = bytes[at + 1]!;
    if (marker === 0xff) {
      at++;
      continue;
    }
    // From the start of scan on it is picture to the end.
    if (marker === 0xda) {
      kept.push(bytes.subarray(at));
      return join(kept);
    }
    const end = at + 2 + (bytes[at + 2]! << 8) + bytes[at + 3]!;
    if (end > bytes.length) return null;
    const personal = (marker >= 0xe1 && marker <= 0xef && marker !== 0xee) || marker === 0xfe;
    if (!personal) kept.push(bytes.subarray(at, end));
    at = end;
  }
  return null;
}

function join(parts: Uint8Array[]): Uint8Array {
  const out = new Uint8Array(parts.reduce((sum, p) => sum + p.length, 0));
  let at = 0;
  for (const p of parts) {
    out.set(p, at);
    at += p.length;
  }
  return out;
}
