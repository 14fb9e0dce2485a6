/** A tone that a knock wakes. */
export interface Ringing {
  /** Hz. */
  frequency: number;
  /** 0 to 1. */
  lossFactor: number;
  /** Against the loudest. */
  amplitude: number;
}

/** How a knock is made up. */
export interface KnockSpec {
  tones: readonly Ringing[];
  /** Samples a second. */
  rate: number;
  /** Quiet before it and ringing after it, s. */
  before: number;
  /** s. */
  after: number;
  /** Level of the background under the first second's ringing, dB. */
  signalToNoise: number;
  /** Of the noise. */
  seed: number;
}

/** A knock as a microphone would hear it, -1 to 1: decaying tones over background noise, without a microphone. */
export function knockSound({ tones, rate, before, after, signalToNoise, seed }: KnockSpec): Float32Array {
  const out = new Float32Array(Math.round((before + after) * rate));
  const start = Math.round(before * rate);
  for (const { frequency, lossFactor, amplitude } of tones) {
    const w = (2 * Math.PI * frequency) / rate;
    const fall = Math.exp((-Math.PI * frequency * lossFactor) / rate);
    let level = amplitude;
    for (let i = start; i < out.length && level > 1e-7; i++) {
      out[i]! += level * Math.sin(w * (i - start));
      level *= fall;
    }
  }
  let power = 0;
  const second = Math.min(out.length, start + rate);
  for (let i = start; i < second; i++) power += out[i]! ** 2;
  power /= Math.max(1, second - start);
  // Uniform noise of +-1 has a mean square of a third.
  const noise = Math.sqrt(3 * power * 10 ** (-signalToNoise / 10));
  const random = randomFrom(seed);
  let peak = 1e-9;
  for (let i = 0; i < out.length; i++) {
    out[i]! += noise * (2 * random() - 1);
    peak = Math.max(peak, Math.abs(out[i]!));
  }
  return out.map(v => (0.7 * v) / peak);
}

/** Numbers of 0 to 1, the same for the same seed (a linear congruence, Numerical Recipes' constants from memory). */
export function randomFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 4_294_967_296;
  };
}
