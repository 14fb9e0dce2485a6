import { describe, expect, it } from 'vitest';
import { monoOf, readWav, writeWav } from './wav.ts';

const tone = Float32Array.from({ length: 400 }, (_, i) => 0.8 * Math.sin(i / 7));
const said = (bytes: Uint8Array) => {
  const read = readWav(bytes);
  return read.ok ? '' : read.message;
};

/** A WAV file of any kind, two channels of the tone and its negative. */
function wav(code: number, bits: number, channels = 2, rate = 44_100): Uint8Array {
  const bytes = new Uint8Array(44 + (tone.length * channels * bits) / 8);
  bytes.set(writeWav(new Float32Array(0), rate));
  const view = new DataView(bytes.buffer);
  view.setUint16(20, code, true);
  view.setUint16(22, channels, true);
  view.setUint16(34, bits, true);
  view.setUint32(40, bytes.length - 44, true);
  let at = 44;
  for (const v of tone)
    for (let c = 0; c < channels; c++) {
      const x = c === 0 ? v : -v / 2;
      if (code === 3 && bits === 64) view.setFloat64(at, x, true);
      else if (code === 3) view.setFloat32(at, x, true);
      else if (bits === 8) view.setUint8(at, Math.round(x * 127) + 128);
      else if (bits === 16) view.setInt16(at, Math.round(x * 32_767), true);
      else if (bits === 24) {
        const n = Math.round(x * 8_388_607);
        view.setUint8(at, n & 255);
        view.setUint8(at + 1, (n >> 8) & 255);
        view.setInt8(at + 2, n >> 16);
      } else view.setInt32(at, Math.round(x * 2_147_483_647), true);
      at += bits / 8;
    }
  return bytes;
}

describe('a WAV file', () => {
  it.each([
    [1, 8, 0.01],
    [1, 16, 1e-4],
    [1, 24, 1e-6],
    [1, 32, 1e-6],
    [3, 32, 1e-7],
    [3, 64, 1e-7],
  ])('of kind %d with %d bits is read, both channels', (code, bits, within) => {
    const read = readWav(wav(code, bits));
    if (!read.ok) throw new Error(read.message);
    const [left, right] = read.recording.channels;
    for (const i of [0, 33, 399]) {
      expect(Math.abs(left![i]! - tone[i]!)).toBeLessThan(within);
      expect(Math.abs(right![i]! + tone[i]! / 2)).toBeLessThan(within);
    }
  });
  it('comes back as written', () => {
    const read = readWav(writeWav(tone, 48_000));
    expect(read.ok && read.recording.rate).toBe(48_000);
    expect(read.ok && read.recording.channels[0]![123]).toBeCloseTo(tone[123]!, 4);
  });
  it('uses the live channel where one is dead, and says so', () => {
    const mono = monoOf({ rate: 44_100, channels: [tone, new Float32Array(400)] })!;
    expect(mono.samples[50]).toBe(tone[50]);
    expect(mono.note).toContain('dead');
    expect(monoOf({ rate: 44_100, channels: [new Float32Array(9)] })).toBe(null);
  });
  it.each([
    [
      'a renamed picture',
      Uint8Array.of(0xff, 0xd8, 0xff, 0xe0, ...new Array<number>(40).fill(0)),
      'no WAV file',
    ],
    ['three channels', wav(1, 16, 3), 'one or two'],
    ['a compressed kind', wav(85, 16), 'kind 85'],
    ['too slow', wav(1, 16, 1, 4000), '8,000 to 96,000'],
    ['no sound', writeWav(new Float32Array(0), 44_100).subarray(0, 36), 'no sound'],
    ['minutes of it', new Uint8Array(41_000_000), 'MB'],
  ])('is refused when it is %s, in one sentence', (_, bytes, says) => {
    expect(said(bytes)).toContain(says);
  });
});
