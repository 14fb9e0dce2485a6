import FFT from 'fft.js';

/** A recording in samples, and its spectrum's measures. */
export interface Span {
  /** Of the spectrum, Hz. */
  bin: number;
  /** Of the transform. */
  size: number;
  /** Samples a second. */
  rate: number;
  /** Where the knock starts. */
  onset: number;
  /** How many are surely quiet. */
  before: number;
  /** How many there are. */
  end: number;
}

/** The decay of one tone and the line through it. */
export interface DecayLine {
  /** Null where it does not fall by 15 dB clear of the noise. */
  t60: number | null;
  /** Square of the correlation, 0 to 1. */
  straight: number;
  /** Whether it reached to -25 dB. */
  wide: boolean;
  /** dB below its start, at even steps, s. */
  decay: { step: number; levels: Float64Array };
}

/** The decay of one tone, `gap` Hz from the next, and the line through it. */
export function decayLine(
  whole: Float64Array,
  quiet: Float64Array,
  span: Span,
  f: number,
  gap: number,
): DecayLine {
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
    /** dB below its start, at even steps, s. */
    decay: { step: seconds, levels },
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
