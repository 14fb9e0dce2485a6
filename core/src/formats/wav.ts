/** Sound as it was sampled. */
export interface Recording {
  /** Hz. */
  rate: number;
  /** One an entry, -1 to 1. */
  channels: Float32Array[];
}

export type WavRead = { ok: true; recording: Recording } | { ok: false; message: string };

/** Most bytes of a recording that are read: minutes, where seconds are needed. */
export const WAV_LIMIT = 40_000_000;

const PCM = 1;
const FLOAT = 3;
const EXTENSIBLE = 0xfffe;

/** Reads a WAV file: PCM of 8 to 32 bits or float of 32 or 64, mono or stereo, 8 to 96 kHz. Refused in one sentence. */
export function readWav(bytes: Uint8Array): WavRead {
  if (bytes.length > WAV_LIMIT)
    return no(
      `This file has ${Math.round(bytes.length / 1e6)} MB; up to ${WAV_LIMIT / 1e6} MB are read. Cut it to the few seconds round the knock.`,
    );
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const word = (at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));
  if (bytes.length < 12 || word(0) !== 'RIFF' || word(8) !== 'WAVE')
    return no('This is no WAV file, whatever its name says: record or export it as WAV.');
  let format: { code: number; channels: number; rate: number; bits: number } | null = null;
  for (let at = 12; at + 8 <= bytes.length; ) {
    const [name, size] = [word(at), view.getUint32(at + 4, true)];
    const body = at + 8;
    if (name === 'fmt ') {
      if (size < 16 || body + size > bytes.length) return no('The WAV file breaks off in its description.');
      const code = view.getUint16(body, true);
      format = {
        code: code === EXTENSIBLE && size >= 26 ? view.getUint16(body + 24, true) : code,
        channels: view.getUint16(body + 2, true),
        rate: view.getUint32(body + 4, true),
        bits: view.getUint16(body + 14, true),
      };
    }
    if (name === 'data') {
      if (!format) return no('The WAV file has sound before it says how that is written.');
      // A recorder that was cut off leaves a length of 0 or too much: what is there counts.
      const end = size === 0 || body + size > bytes.length ? bytes.length : body + size;
      return samples(view, body, end, format);
    }
    at = body + size + (size % 2);
  }
  return no('The WAV file holds no sound.');
}

function samples(
  view: DataView,
  from: number,
  to: number,
  { code, channels, rate, bits }: { code: number; channels: number; rate: number; bits: number },
): WavRead {
  const read = reader(view, code, bits);
  if (!read)
    return no(
      `The WAV file is written as kind ${code} of ${bits} bits; PCM of 8 to 32 bits and float are read.`,
    );
  if (channels < 1 || channels > 2) return no(`The WAV file has ${channels} channels; one or two are read.`);
  if (rate < 8000 || rate > 96_000)
    return no(`The WAV file has ${rate} samples a second; 8,000 to 96,000 are read.`);
  const bytes = bits / 8;
  const count = Math.floor((to - from) / (bytes * channels));
  const out = Array.from({ length: channels }, () => new Float32Array(count));
  for (let i = 0; i < count; i++)
    for (let c = 0; c < channels; c++) {
      const v = read(from + (i * channels + c) * bytes);
      out[c]![i] = Number.isFinite(v) ? v : 0;
    }
  return { ok: true, recording: { rate, channels: out } };
}

function reader(view: DataView, code: number, bits: number): ((at: number) => number) | null {
  if (code === FLOAT && bits === 32) return at => view.getFloat32(at, true);
  if (code === FLOAT && bits === 64) return at => view.getFloat64(at, true);
  if (code !== PCM) return null;
  if (bits === 8) return at => (view.getUint8(at) - 128) / 128;
  if (bits === 16) return at => view.getInt16(at, true) / 32_768;
  if (bits === 24) return at => (view.getUint16(at, true) + view.getInt8(at + 2) * 65_536) / 8_388_608;
  return bits === 32 ? at => view.getInt32(at, true) / 2_147_483_648 : null;
}

const no = (message: string): WavRead => ({ ok: false, message });

/** One channel of a recording as a WAV file of 16 bits. */
export function writeWav(channel: Float32Array, rate: number): Uint8Array {
  const bytes = new Uint8Array(44 + 2 * channel.length);
  const view = new DataView(bytes.buffer);
  const text = (at: number, word: string) => {
    for (let i = 0; i < word.length; i++) bytes[at + i] = word.charCodeAt(i);
  };
  text(0, 'RIFF');
  view.setUint32(4, 36 + 2 * channel.length, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, PCM, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, 2 * rate, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, 2 * channel.length, true);
  for (let i = 0; i < channel.length; i++)
    view.setInt16(44 + 2 * i, Math.round(Math.max(-1, Math.min(1, channel[i]!)) * 32_767), true);
  return bytes;
}

/** The live channel of a recording, or both together; and a word where one is dead. Null where all are. */
export function monoOf({ channels }: Recording): { samples: Float32Array; note: string | null } | null {
  const loud = channels.map(c => c.reduce((most, v) => Math.max(most, Math.abs(v)), 0));
  const highest = Math.max(...loud);
  if (!(highest > 0)) return null;
  const live = channels.filter((_, i) => loud[i]! > 0.01 * highest);
  if (live.length === 1)
    return {
      samples: live[0]!,
      note: channels.length > 1 ? 'One channel of this recording is dead; the other was read.' : null,
    };
  return { samples: live[0]!.map((v, i) => (v + live[1]![i]!) / 2), note: null };
}
