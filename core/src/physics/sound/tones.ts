/** A decaying tone A exp(p t): A = ar + i ai, p = -decay + i w. */
export interface Tone {
  /** Angular frequency, rad/s. */
  w: number;
  /** 1/s. */
  decay: number;
  /** Complex amplitude, real part. */
  ar: number;
  /** Imaginary part. */
  ai: number;
}

/**
 * Fits decaying tones to a complex signal (`signal` holds real and imaginary parts in turn, `step` s apart) from
 * guesses: each in turn against what the others leave, by the least-squares step p += b / a of a exp(p t) +
 * b t exp(p t), which is Newton's. Best where tones lie further apart than they are wide; none takes more than
 * `sweeps` rounds.
 */
export function fitTones(signal: Float64Array, step: number, guesses: readonly Tone[], sweeps = 6): Tone[] {
  const tones = guesses.map(g => ({ ...g, ar: 0, ai: 0 }));
  const left = Float64Array.from(signal);
  for (let sweep = 0; sweep < sweeps; sweep++)
    for (const [i, tone] of tones.entries()) {
      add(left, tone, step, 1);
      const start = guesses[i]!;
      for (let turn = 0; turn < (sweep === 0 ? 4 : 2); turn++) refine(left, tone, step, start);
      add(left, tone, step, -1);
    }
  return tones;
}

/** Adds `sign` times a tone to a signal. */
function add(signal: Float64Array, { w, decay, ar, ai }: Tone, step: number, sign: number): void {
  if (ar === 0 && ai === 0) return;
  const fall = Math.exp(-decay * step);
  const [cr, ci] = [fall * Math.cos(w * step), fall * Math.sin(w * step)];
  let [re, im] = [sign * ar, sign * ai];
  for (let i = 0; i < signal.length; i += 2) {
    signal[i]! += re;
    signal[i + 1]! += im;
    const next = re * cr - im * ci;
    im = re * ci + im * cr;
    re = next;
  }
}

function refine(z: Float64Array, tone: Tone, step: number, start: Tone): void {
  const fall = Math.exp(-tone.decay * step);
  const [cr, ci] = [fall * Math.cos(tone.w * step), fall * Math.sin(tone.w * step)];
  let [er, ei] = [1, 0];
  let [s0, s1, s2, ur, ui, vr, vi] = [0, 0, 0, 0, 0, 0, 0];
  for (let i = 0; i < z.length; i += 2) {
    const t = (i / 2) * step;
    const e2 = er * er + ei * ei;
    s0 += e2;
    s1 += t * e2;
    s2 += t * t * e2;
    // z times the conjugate of exp(p t).
    const [pr, pi] = [z[i]! * er + z[i + 1]! * ei, z[i + 1]! * er - z[i]! * ei];
    ur += pr;
    ui += pi;
    vr += t * pr;
    vi += t * pi;
    const next = er * cr - ei * ci;
    ei = er * ci + ei * cr;
    er = next;
  }
  const det = s0 * s2 - s1 * s1;
  if (!(det > 0)) return;
  const [ar, ai] = [(s2 * ur - s1 * vr) / det, (s2 * ui - s1 * vi) / det];
  const [br, bi] = [(s0 * vr - s1 * ur) / det, (s0 * vi - s1 * ui) / det];
  const a2 = ar * ar + ai * ai;
  if (!(a2 > 0)) return;
  // A tone stays near where its peak was seen, and keeps falling.
  const bound = (v: number, most: number) => Math.max(-most, Math.min(most, v));
  const dw = bound((bi * ar - br * ai) / a2, 0.5 * start.decay + 0.01 * start.w);
  const dd = bound(-(br * ar + bi * ai) / a2, 0.5 * tone.decay);
  tone.w = Math.max(0.93 * start.w, Math.min(1.07 * start.w, tone.w + dw));
  tone.decay = Math.max(1e-4 * start.w, tone.decay + dd);
  tone.ar = ur / s0;
  tone.ai = ui / s0;
}
