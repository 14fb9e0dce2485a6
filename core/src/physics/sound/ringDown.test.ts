import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { monoOf, readWav } from '../../formats/wav.ts';
import reference from './fixtures/sound.json' with { type: 'json' };
import { type KnockSpec, knockSound, type Ringing, randomFrom } from './knock.ts';
import { type Knocked, ringDown } from './ringDown.ts';

const tones = (scale: number): Ringing[] =>
  [
    [63, 0.012, 1],
    [97, 0.01, 0.8],
    [148, 0.009, 0.55],
    [212, 0.008, 0.45],
    [305, 0.008, 0.35],
  ].map(([frequency, eta, amplitude]) => ({
    frequency: frequency!,
    lossFactor: eta! * scale,
    amplitude: amplitude!,
  }));
const spec: KnockSpec = {
  tones: tones(1),
  rate: 44_100,
  before: 0.4,
  after: 1.6,
  signalToNoise: 20,
  seed: 7,
};
const read = (more: Partial<KnockSpec> = {}) => {
  const s = { ...spec, ...more };
  return ringDown(knockSound(s), s.rate);
};
const said = (k: Knocked) => (k.ok ? '' : k.message);
const found = (k: Knocked) => {
  if (!k.ok) throw new Error(k.message);
  return k.modes;
};

it('reads the reference knock’s tones within a tenth of their loss factors', () => {
  const wav = readWav(readFileSync(new URL('./fixtures/tap-bare.wav', import.meta.url)));
  if (!wav.ok) throw new Error(wav.message);
  const { samples } = monoOf(wav.recording)!;
  const knocked = ringDown(samples, wav.recording.rate);
  const modes = found(knocked);
  expect(knocked.ok && knocked.onset).toBeCloseTo(reference.ring_down.tap_bare.tap_time_s, 2);
  for (const { f_true, eta_true } of reference.ring_down.tap_bare.modes.slice(0, 6)) {
    const mode = modes.find(m => Math.abs(m.frequency - f_true) < 1)!;
    expect(Math.abs(mode.lossFactor! / eta_true - 1), `${f_true} Hz`).toBeLessThan(0.1);
    expect(Math.abs(mode.lossFactor! - eta_true)).toBeLessThan(2 * mode.within);
  }
  // Nothing is heard that is not there.
  const all = reference.ring_down.tap_bare.modes.map(m => m.f_true);
  for (const m of modes) expect(all.some(f => Math.abs(f - m.frequency) < 2)).toBe(true);
});

describe('a knock at 20 dB over its noise', () => {
  it.each([
    [1, 44_100],
    [3, 48_000],
    [1, 8000],
    [2, 96_000],
  ])(
    'with %d times the loss at %d samples a second: every tone it measures within a tenth',
    (scale, rate) => {
      for (const seed of [1, 2, 3]) {
        const modes = found(read({ tones: tones(scale), rate, seed }));
        const told = modes.filter(m => m.lossFactor !== null);
        expect(told.length).toBeGreaterThan(3);
        for (const m of told) {
          const tone = tones(scale).find(t => Math.abs(t.frequency - m.frequency) < 4)!;
          expect(Math.abs(m.lossFactor! / tone.lossFactor - 1)).toBeLessThan(0.1);
        }
      }
    },
  );
  it('calls tones well damped that die within a few periods or lie on one another', () => {
    const dead = found(read({ tones: [{ frequency: 90, lossFactor: 0.2, amplitude: 1 }] }));
    expect(dead.every(m => m.lossFactor === null && m.confidence === 0)).toBe(true);
    const close = found(
      read({
        tones: [
          { frequency: 100, lossFactor: 0.06, amplitude: 1 },
          { frequency: 107, lossFactor: 0.06, amplitude: 0.9 },
        ],
      }),
    );
    for (const m of close)
      if (m.lossFactor !== null) expect(Math.abs(m.lossFactor / 0.06 - 1)).toBeLessThan(0.35);
  });
  it.each([0.002, 0.004, 0.006])(
    'hears no tones beside one of loss factor %d that still rings when reading ends',
    lossFactor => {
      const lowest = { frequency: 62.3, lossFactor, amplitude: 1 };
      for (const signalToNoise of [20, 50]) {
        const modes = found(read({ tones: [lowest, ...tones(1).slice(1, 3)], signalToNoise }));
        expect(modes.map(m => Math.round(m.frequency))).toEqual([62, 97, 148]);
      }
    },
  );
  it('is surer of a clear knock than of a noisy one', () => {
    const sure = (signalToNoise: number) => found(read({ signalToNoise }))[0]!.confidence;
    expect(sure(40)).toBeGreaterThan(sure(12));
  });
});

describe('what cannot be read says why', () => {
  const random = randomFrom(3);
  const noise = Float32Array.from({ length: 88_200 }, () => 0.2 * (random() - 0.5));
  it.each([
    ['no knock', () => ringDown(noise, 44_100), 'no knock'],
    ['too short', () => ringDown(knockSound(spec).subarray(0, 8000), 44_100), '0.4 s'],
    ['cut off at the end', () => ringDown(knockSound({ ...spec, after: 0.2 }), 44_100), 'ring for a second'],
    ['without quiet before', () => ringDown(knockSound({ ...spec, before: 0.01 }), 44_100), 'quiet before'],
    [
      'clipped',
      () =>
        ringDown(
          knockSound(spec).map(v => Math.max(-1, Math.min(1, 4 * v))),
          44_100,
        ),
      'clipped',
    ],
    ['silent', () => ringDown(new Float32Array(44_100), 44_100), 'silent'],
    ['too noisy', () => read({ signalToNoise: -3 }), /noise|no knock/],
  ])('%s', (_, run, says) => {
    expect(said(run())).toMatch(says);
  });
});
