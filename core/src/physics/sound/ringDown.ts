import FFT from 'fft.js';
import { type DecayLine, decayLine, type Span } from './decayLine.ts';
import { DYING_POWER, dyingAway, HIGH, LOW, type Peak, peaksOf, powerIn, spectrumOf } from './peaks.ts';
import { onsetOf, recordingFault } from './recordingFault.ts';
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

/** Above this a decay over a few periods is no longer a straight line that can be read. */
const WELL_DAMPED = 0.1;

/**
 * Tones of a recorded knock with their loss factors: peaks by FFT, each band-passed time-reversed (a filter's own
 * ringing then lies before the knock), integrated backwards with the noise from before the knock taken off and what
 * the cut leaves out put back, and a line through -5 to -25 dB: T60 = 60 / slope, eta = ln(10^6) / (2 pi f T60).
 * Works on mono samples of -1 to 1 at `rate` Hz. What cannot be read says why, in one sentence.
 */
export function ringDown(samples: Float32Array | Float64Array, rate: number): Knocked {
  const refused = recordingFault(samples, rate);
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
  const rung = spectrumOf(fft, samples, onset, Math.min(samples.length, onset + rate), dyingAway);
  const peaks = peaksOf(rung, quiet, bin, (DYING_POWER * Math.min(after, rate)) / Math.max(1, before));
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
  return { ok: true, onset: onset / rate, signalToNoise, modes, spectrum: shown(rung, bin) };
}

/** Loss factors of all tones together, fitted to the recording below 1 kHz from 5 ms after the knock. */
function fittedLosses(
  whole: Float64Array,
  span: Span,
  peaks: readonly Peak[],
  lines: readonly DecayLine[],
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
function told(peak: Peak, gap: number, line: DecayLine, fit: number, strongest: number): RungMode {
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
