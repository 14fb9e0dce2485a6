import FFT from 'fft.js';
import { fitTones } from './tones.ts';

/** One tone of a knock. */
export interface RungMode {
  /** Hz. */
  frequency: number;
  /** Null where it dies too soon, or too near another, to be told: well damped. */
  lossFactor: number | null;
  /** Plus and minus, of the loss factor; 0 where it has none. */
  within: number;
  /** How far the reading can be trusted, 0 to 1: straightness of the decay, its range, and how far the next tone lies. */
  confidence: number;
  /** Level of its peak against the strongest, dB. */
  level: number;
  /** Its decay, dB below its start, at even steps of time after the knock, s. */
  decay: { step: number; levels: Float64Array };
}

export type Knocked =
  | {
      ok: true;
      /** Start of the knock, s. */
      onset: number;
      /** Of the second after the knock to what was before it, dB. */
      signalToNoise: number;
      /** In order of frequency. */
      modes: RungMode[];
      /** Spectrum of the second after the knock: bin width, Hz, and levels against the highest, dB. */
      spectrum: { step: number; levels: Float64Array };
    }
  | { ok: false; message: string };

const LOW = 40;
const HIGH = 800;
/** Above this a decay over a few periods is no longer a straight line that can be read. */
const WELL_DAMPED = 0.1;

/**
 * Tones of a recorded knock with their loss factors: peaks by FFT, each band-passed time-reversed (a filter's own
 * ringing then lies before the knock), integrated backwards with the noise from before the knock taken off and what
 * the cut leaves out put back, and a line through -5 to -25 dB: T60 = 60 / slope, eta = ln(10^6) / (2 pi f T60).
 * Works on mono samples of -1 to 1 at `rate` Hz. What cannot be read says why, in one sentence.
 */
export function ringDown(samples: Float32Array | Float64Array, rate: number): Knocked {
  const refused = unreadable(samples, rate);
  if (refused) return { ok: false, message: refused };
  const onset = onsetOf(samples, rate);
  const guard = Math.round(0.005 * rate);
  const before = Math.max(0, onset - guard);
  const after = samples.length - onset;
  if (after < 0.3 * rate)
    return {
      ok: false,
      message: 'The recording ends within 0.3 s of the knock: let it ring for a second or more.',
    };
  if (before < 0.1 * rate)
    return {
      ok: false,
      message: 'The recording starts with the knock: leave a third of a second of quiet before it.',
    };
  const size = 2 ** Math.ceil(Math.log2(samples.length));
  const fft = new FFT(size);
  const whole = spectrumOf(fft, samples, 0, samples.length);
  const quiet = spectrumOf(fft, samples, 0, before);
  const first = spectrumOf(fft, samples, onset, Math.min(samples.length, onset + rate));
  const bin = rate / size;
  const noise = powerIn(quiet, bin, before, size);
  const signal = powerIn(first, bin, Math.min(after, rate), size);
  const signalToNoise = 10 * Math.log10(Math.max(1e-12, signal / Math.max(noise, 1e-30) - 1));
  if (signalToNoise < 6)
    return {
      ok: false,
      message: `The knock stands only ${Math.max(0, Math.round(signalToNoise))} dB over the noise before it: stop fans and engines, hold the phone nearer, knock again.`,
    };
  const peaks = peaksOf(first, quiet, bin, Math.min(after, rate) / Math.max(1, before));
  if (peaks.length === 0)
    return { ok: false, message: `No tone between ${LOW} and ${HIGH} Hz stands out of this recording.` };
  const span = { bin, size, rate, onset, before, end: samples.length };
  const gaps = peaks.map((p, i) =>
    Math.min(
      i > 0 ? p.frequency - peaks[i - 1]!.frequency : p.frequency,
      i + 1 < peaks.length ? peaks[i + 1]!.frequency - p.frequency : p.frequency,
    ),
  );
  const lines = peaks.map((p, i) => decayLine(whole, quiet, span, p.frequency, gaps[i]!));
  const fitted = fittedLosses(whole, span, peaks, lines);
  const strongest = Math.max(...peaks.map(p => p.level));
  const modes = peaks.map((p, i) => told(p, gaps[i]!, lines[i]!, fitted[i]!, strongest));
  return { ok: true, onset: onset / rate, signalToNoise, modes, spectrum: shown(first, bin) };
}

/** Why nothing can be read of it, or null. */
function unreadable(x: Float32Array | Float64Array, rate: number): string | null {
  if (x.length < 0.4 * rate)
    return `The recording lasts ${((x.length / rate) * 1000).toFixed(0)} ms; at least 0.4 s are needed, better two.`;
  let peak = 0;
  for (const v of x) peak = Math.max(peak, Math.abs(v));
  if (!(peak > 1e-5)) return 'The recording is silent: check which microphone is chosen.';
  let run = 0;
  for (let i = 1; i < x.length; i++) {
    run = Math.abs(x[i]!) >= 0.999 * peak && Math.abs(x[i]!) > 0.97 ? run + 1 : 0;
    if (run >= 3)
      return 'The recording is clipped: its loudest part is cut off flat. Knock more softly or hold the microphone further off.';
  }
  const block = Math.max(1, Math.round(0.01 * rate));
  const blocks: number[] = [];
  for (let i = 0; i + block <= x.length; i += block) {
    let sum = 0;
    for (let k = i; k < i + block; k++) sum += x[k]! * x[k]!;
    blocks.push(sum);
  }
  const loudest = blocks.indexOf(Math.max(...blocks));
  const earlier = blocks.slice(0, loudest).sort((a, b) => a - b);
  const usual = earlier[Math.floor(earlier.length / 2)] ?? 0;
  if (earlier.length >= 5 && blocks[loudest]! < 10 * usual)
    return 'There is no knock in this recording: nothing stands out of it suddenly.';
  return null;
}

/** First 2 ms block with more than a quarter of the energy of the largest, as a sample. */
function onsetOf(x: Float32Array | Float64Array, rate: number): number {
  const block = Math.max(1, Math.round(0.002 * rate));
  let most = 0;
  const energies: number[] = [];
  for (let i = 0; i + block <= x.length; i += block) {
    let sum = 0;
    for (let k = i; k < i + block; k++) sum += x[k]! * x[k]!;
    energies.push(sum);
    most = Math.max(most, sum);
  }
  return energies.findIndex(e => e > most / 4) * block;
}

function spectrumOf(fft: FFT, x: Float32Array | Float64Array, from: number, to: number): Float64Array {
  let mean = 0;
  for (let i = from; i < to; i++) mean += x[i]!;
  mean /= Math.max(1, to - from);
  const padded = new Float64Array(fft.size);
  for (let i = from; i < to; i++) padded[i] = x[i]! - mean;
  const out = new Float64Array(2 * fft.size);
  fft.realTransform(out as unknown as number[], padded as unknown as number[]);
  return out;
}

/** Mean power between the limits, per sample of the stretch it came from. */
function powerIn(s: Float64Array, bin: number, length: number, size: number): number {
  let sum = 0;
  for (let i = Math.ceil(LOW / bin); i <= HIGH / bin; i++) sum += s[2 * i]! ** 2 + s[2 * i + 1]! ** 2;
  return sum / size / Math.max(1, length);
}

interface Peak {
  frequency: number;
  level: number;
}

/** Peaks that stand out of their surroundings by 8 dB, lie within 40 dB of the highest and clear of the noise. */
function peaksOf(s: Float64Array, quiet: Float64Array, bin: number, longer: number): Peak[] {
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

interface Span {
  bin: number;
  size: number;
  rate: number;
  onset: number;
  before: number;
  end: number;
}

interface Line {
  /** Null where it does not fall by 15 dB clear of the noise. */
  t60: number | null;
  straight: number;
  wide: boolean;
  decay: { step: number; levels: Float64Array };
}

/** The decay of one tone, `gap` Hz from the next, and the line through it. */
function decayLine(whole: Float64Array, quiet: Float64Array, span: Span, f: number, gap: number): Line {
  const width = Math.max(4, Math.min(0.35 * f, 0.5 * gap));
  const { envelope, step } = zoom(whole, span, f, width);
  const hush = zoom(quiet, span, f, width).envelope;
  const toQuiet = Math.max(1, Math.floor(span.before / step));
  let noise = 0;
  for (let i = 0; i < toQuiet; i++) noise += hush[i]!;
  noise /= toQuiet;
  const seconds = step / span.rate;
  const start = Math.ceil(span.onset / step);
  const end = Math.min(envelope.length, Math.floor(span.end / step));
  // The filter smears the recording's end back over the time it rings itself.
  const clear = Math.max(start + 4, end - Math.ceil(1 / (width * seconds)));
  let cut = start + 1;
  while (cut < clear && envelope[cut]! > 3 * noise) cut++;
  const energy = new Float64Array(cut - start);
  let line: ReturnType<typeof fitLine> = null;
  // What lies beyond the cut follows from the decay found, and the decay from it.
  for (let turn = 0; turn < 4; turn++) {
    let sum = line ? (Math.max(0, envelope[cut - 1]! - noise) * line.t60) / 13.8155 / seconds : 0;
    for (let i = cut - 1; i >= start; i--) {
      sum += Math.max(0, envelope[i]! - noise);
      energy[i - start] = sum;
    }
    line = fitLine(energy, seconds);
    if (!line) break;
  }
  const levels = energy.map(e => 10 * Math.log10(e / energy[0]! + 1e-12));
  return {
    t60: line?.t60 ?? null,
    straight: line?.straight ?? 0,
    wide: line?.wide ?? false,
    decay: { step: seconds, levels },
  };
}

/** Loss factors of all tones together, fitted to the recording below 1 kHz from 5 ms after the knock. */
function fittedLosses(
  whole: Float64Array,
  span: Span,
  peaks: readonly Peak[],
  lines: readonly Line[],
): number[] {
  const length = 2 ** Math.ceil(Math.log2(2 * Math.ceil(1000 / span.bin)));
  const fft = new FFT(length);
  const band = new Float64Array(2 * length);
  for (let i = 1; i < length / 2 && i * span.bin < 1000; i++) {
    band[2 * i] = whole[2 * i]!;
    band[2 * i + 1] = whole[2 * i + 1]!;
  }
  const low = new Float64Array(2 * length);
  fft.inverseTransform(low as unknown as number[], band as unknown as number[]);
  const step = span.size / length;
  const from = Math.ceil((span.onset + 0.005 * span.rate) / step);
  const to = Math.floor((span.end - 0.005 * span.rate) / step);
  const tones = fitTones(
    low.subarray(2 * from, 2 * to),
    step / span.rate,
    peaks.map(({ frequency: f }, i) => {
      const w = 2 * Math.PI * f;
      const t60 = lines[i]!.t60;
      return { w, decay: t60 ? 6.908 / t60 : 0.02 * w, ar: 0, ai: 0 };
    }),
  );
  return tones.map(t => (2 * t.decay) / t.w);
}

/** What two readings of one tone tell together: both, or that it is damped too well to be told. */
function told(peak: Peak, gap: number, line: Line, fit: number, strongest: number): RungMode {
  const f = peak.frequency;
  const byLine = line.t60 === null ? null : Math.log(1e6) / (2 * Math.PI * f * line.t60);
  const apart = byLine === null ? 1 : Math.abs(Math.log(byLine / fit));
  const crowded = (fit * f) / gap;
  const sure = fit < WELL_DAMPED && crowded < 0.5 && apart < Math.log(1.3) && line.straight > 0.9;
  const confidence = sure
    ? (1 - apart / Math.log(1.3)) *
      Math.min(1, (line.straight - 0.9) * 12) *
      (line.wide ? 1 : 0.8) *
      (1 - crowded)
    : 0;
  return {
    frequency: f,
    lossFactor: sure ? fit : null,
    within: sure ? fit * (0.03 + apart / 2) : 0,
    confidence,
    level: peak.level - strongest,
    decay: line.decay,
  };
}

/**
 * Envelope squared of what a two-pole band-pass lets through, run backwards in time: the spectrum round `f` times the
 * filter's conjugate, moved to 0 Hz and transformed back at the few samples it needs. `step` is in samples.
 */
function zoom(
  s: Float64Array,
  { bin, size }: Span,
  f: number,
  width: number,
): { envelope: Float64Array; step: number } {
  const half = Math.ceil((8 * width) / bin);
  const length = Math.min(size, 2 ** Math.ceil(Math.log2(4 * half)));
  const fft = new FFT(length);
  const band = new Float64Array(2 * length);
  const middle = Math.round(f / bin);
  for (let k = -half; k <= half; k++) {
    const at = middle + k;
    if (at < 1 || at >= size / 2) continue;
    const d = (at * bin - f) / (width / 2);
    // 1 / (1 - i d)^2
    const n = (1 + d * d) ** 2;
    const [hr, hi] = [(1 - d * d) / n, (2 * d) / n];
    const to = 2 * ((k + length) % length);
    band[to] = s[2 * at]! * hr - s[2 * at + 1]! * hi;
    band[to + 1] = s[2 * at]! * hi + s[2 * at + 1]! * hr;
  }
  const out = new Float64Array(2 * length);
  fft.inverseTransform(out as unknown as number[], band as unknown as number[]);
  const envelope = new Float64Array(length);
  for (let i = 0; i < length; i++) envelope[i] = out[2 * i]! ** 2 + out[2 * i + 1]! ** 2;
  return { envelope, step: size / length };
}

/** The line through -5 to -25 dB of a decay, to -15 where it does not reach so far; null where it does not fall. */
function fitLine(
  energy: Float64Array,
  step: number,
): { t60: number; straight: number; wide: boolean } | null {
  const level = (i: number) => 10 * Math.log10(energy[i]! / energy[0]!);
  const from = energy.findIndex((_, i) => level(i) <= -5);
  const at25 = energy.findIndex((_, i) => level(i) <= -25);
  const at15 = energy.findIndex((_, i) => level(i) <= -15);
  const to = at25 > 0 ? at25 : at15 > 0 ? at15 : -1;
  if (from < 0 || to < from + 2) return null;
  let [n, sx, sy, sxx, sxy, syy] = [0, 0, 0, 0, 0, 0];
  for (let i = from; i <= to; i++) {
    const [x, y] = [i * step, level(i)];
    n++;
    sx += x;
    sy += y;
    sxx += x * x;
    sxy += x * y;
    syy += y * y;
  }
  const [vx, vxy, vy] = [n * sxx - sx * sx, n * sxy - sx * sy, n * syy - sy * sy];
  const slope = vxy / vx;
  return slope < 0 ? { t60: -60 / slope, straight: (vxy * vxy) / (vx * vy), wide: at25 > 0 } : null;
}

/** Spectrum up to the highest frequency of interest, against its highest, dB. */
function shown(s: Float64Array, bin: number): { step: number; levels: Float64Array } {
  const levels = new Float64Array(Math.ceil(1000 / bin));
  let highest = Number.NEGATIVE_INFINITY;
  for (let i = 0; i < levels.length; i++) {
    levels[i] = 10 * Math.log10(s[2 * i]! ** 2 + s[2 * i + 1]! ** 2 + 1e-30);
    highest = Math.max(highest, levels[i]!);
  }
  for (let i = 0; i < levels.length; i++) levels[i]! -= highest;
  return { step: bin, levels };
}
