import type FFT from 'fft.js';

/** Tones of a panel that a knock tells, Hz. */
export const LOW = 40;
export const HIGH = 800;

/**
 * What a stretch is weighed by that is let die away: falls from 1 to 0 as half a cosine, so that a tone that rings on
 * is not cut off, which would put side lobes beside it, a hertz apart for a second. Mean square 3/8.
 */
export const dyingAway = (part: number): number => 0.5 + 0.5 * Math.cos(Math.PI * part);
export const DYING_POWER = 3 / 8;

/** Spectrum of a stretch of samples, their mean taken off, weighed by its part gone by and padded to the transform's size: re and im in turn. */
export function spectrumOf(
  fft: FFT,
  x: Float32Array | Float64Array,
  from: number,
  to: number,
  weigh: (part: number) => number = () => 1,
): Float64Array {
  let mean = 0;
  for (let i = from; i < to; i++) mean += x[i]!;
  mean /= Math.max(1, to - from);
  const padded = new Float64Array(fft.size);
  for (let i = from; i < to; i++) padded[i] = weigh((i - from) / (to - from)) * (x[i]! - mean);
  const out = new Float64Array(2 * fft.size);
  fft.realTransform(out as unknown as number[], padded as unknown as number[]);
  return out;
}

/** Mean power between the limits, per sample of the stretch it came from. */
export function powerIn(s: Float64Array, bin: number, length: number, size: number): number {
  let sum = 0;
  for (let i = Math.ceil(LOW / bin); i <= HIGH / bin; i++) sum += s[2 * i]! ** 2 + s[2 * i + 1]! ** 2;
  return sum / size / Math.max(1, length);
}

/** A tone as it stands out of a spectrum. */
export interface Peak {
  /** Hz. */
  frequency: number;
  /** dB, of no fixed zero. */
  level: number;
}

/** Peaks that stand out of their surroundings by 8 dB, lie within 40 dB of the highest and clear of the noise. */
export function peaksOf(s: Float64Array, quiet: Float64Array, bin: number, longer: number): Peak[] {
  const [from, to] = [Math.floor(LOW / bin), Math.ceil(HIGH / bin)];
  const db = new Float64Array(to + 2);
  for (let i = from - 1; i < to + 2; i++)
    db[i] = 10 * Math.log10(s[2 * i]! ** 2 + s[2 * i + 1]! ** 2 + 1e-30);
  // The level of noise round about, of as long a stretch.
  const floor = (at: number) => {
    const [a, b] = [Math.max(1, Math.floor((at * bin * 0.9) / bin)), Math.ceil((at * bin * 1.1) / bin)];
    let sum = 0;
    for (let i = a; i <= b; i++) sum += quiet[2 * i]! ** 2 + quiet[2 * i + 1]! ** 2;
    return 10 * Math.log10((sum / (b - a + 1)) * longer + 1e-30);
  };
  let highest = Number.NEGATIVE_INFINITY;
  for (let i = from; i <= to; i++) highest = Math.max(highest, db[i]!);
  const tops: number[] = [];
  for (let i = from; i <= to; i++)
    if (db[i]! > db[i - 1]! && db[i]! >= db[i + 1]! && db[i]! > highest - 40 && db[i]! > floor(i) + 15)
      tops.push(i);
  // A top counts where the ground on both sides of it, before anything higher, falls by 8 dB.
  return tops
    .filter(i => {
      const ground = (step: -1 | 1) => {
        let low = db[i]!;
        for (let k = i + step; k >= from && k <= to && db[k]! <= db[i]!; k += step)
          low = Math.min(low, db[k]!);
        return low;
      };
      return db[i]! - Math.max(ground(-1), ground(1)) >= 8;
    })
    .map(i => {
      const [a, b, c] = [db[i - 1]!, db[i]!, db[i + 1]!];
      const off = (a - c) / (2 * (a - 2 * b + c));
      return { frequency: (i + off) * bin, level: b - ((a - c) * off) / 4 };
    });
}
