import type { BayQuiet } from '../../evaluate/index.ts';
import { knockSound, type Ringing, randomFrom } from '../../physics/sound/index.ts';
import { type KnockTone, shapeAt, tonesOf } from './tones.ts';

/** Samples a second of what is made up. */
export const SOUND_RATE = 44_100;

/** Where a knuckle meets a panel, of its sides: off the middle, where every mode moves. */
const PLACE = [0.37, 0.42] as const;

/** Tones of a panel as a knock near its middle wakes them: those that move there most, the lower the louder. */
function ringing(tones: readonly KnockTone[]): Ringing[] {
  const loud = tones.map(t => ({
    frequency: t.frequency,
    lossFactor: t.lossFactor,
    amplitude: Math.abs(shapeAt(t.m, t.n, ...PLACE)) / (1 + (t.frequency / 250) ** 2),
  }));
  return loud.filter(t => t.frequency >= 40 && t.amplitude > 0.01);
}

/**
 * A knock on a bay without a microphone: the stand-in for one. The panel it comes from is none the model knows: its
 * edges and losses are off by what real ones are, the same each time for the same `seed`.
 */
export function simulatedKnock(quiet: BayQuiet, damped: boolean, seed: number): Float32Array {
  const random = randomFrom(seed);
  const edge = 0.2 + 0.6 * random();
  const loss = Math.exp(0.5 * (random() - 0.5));
  const works = damped ? 0.7 + 0.5 * random() : 1;
  const { treatment } = quiet;
  const tones = tonesOf(
    quiet.panel,
    {
      ...treatment,
      ...(!damped && { sheets: [], over: null }),
      base: treatment.base * loss,
      works: treatment.works * works,
    },
    edge,
  );
  const spread = ringing(tones).map(t => ({
    ...t,
    lossFactor: t.lossFactor * Math.exp(0.2 * (random() - 0.5)),
  }));
  return knockSound({
    tones: apart(spread),
    rate: SOUND_RATE,
    before: 0.35,
    after: 1.8,
    signalToNoise: 28,
    seed,
  });
}

/** The loudest of tones that lie within 4 % of one another, and at most ten: a knuckle wakes no more that ring. */
function apart(tones: readonly Ringing[]): Ringing[] {
  const kept: Ringing[] = [];
  for (const t of [...tones].sort((a, b) => b.amplitude - a.amplitude))
    if (kept.length < 10 && kept.every(k => Math.abs(Math.log(k.frequency / t.frequency)) > 0.04))
      kept.push(t);
  return kept;
}

/** The knock of a panel as computed, to listen to: no noise, no chance. */
export const heardKnock = (tones: readonly KnockTone[]): Float32Array =>
  knockSound({
    tones: ringing(tones),
    rate: SOUND_RATE,
    before: 0.05,
    after: 1.2,
    signalToNoise: 60,
    seed: 1,
  });

/**
 * Rain on panels, to listen to: drops at chance moments, each a small knock on one of them; `seconds` long. Levels of
 * several compare: nothing is brought to one peak.
 */
export function rain(panels: readonly (readonly KnockTone[])[], seconds: number, seed: number): Float32Array {
  const random = randomFrom(seed);
  const out = new Float32Array(Math.round(seconds * SOUND_RATE));
  const voices = panels.map(ringing).filter(v => v.length > 0);
  if (voices.length === 0) return out;
  for (let t = 0; t < seconds; t += -Math.log(1 - random()) / 60) {
    const voice = voices[Math.floor(random() * voices.length)]!;
    const weight = 0.2 + 0.8 * random() ** 3;
    const start = Math.floor(t * SOUND_RATE);
    for (const { frequency, lossFactor, amplitude } of voice) {
      const w = (2 * Math.PI * frequency) / SOUND_RATE;
      const fall = Math.exp((-Math.PI * frequency * lossFactor) / SOUND_RATE);
      const phase = 2 * Math.PI * random();
      let level = 0.02 * weight * amplitude * (0.3 + frequency / 400);
      for (let i = start; i < out.length && level > 1e-6; i++) {
        out[i]! += level * Math.sin(w * (i - start) + phase);
        level *= fall;
      }
    }
  }
  return out;
}
