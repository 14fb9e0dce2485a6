import { describe, expect, it } from 'vitest';
import { type BayQuiet, evaluate } from '../../evaluate/index.ts';
import type { FactOf, Placement } from '../../model/index.ts';
import { ringDown } from '../../physics/sound/index.ts';
import { perigee as design, library } from '../../testing/index.ts';
import { wordOf } from '../../van/quiet/index.ts';
import { stillRings } from './advice.ts';
import { comparison, heardOf } from './heardOf.ts';
import { heardKnock, rain, SOUND_RATE, simulatedKnock } from './simulate.ts';
import { bareTones, tonesOf, tonesOfBay } from './tones.ts';

const placement: Placement = {
  ...design.variants[0]!.design,
  sheets: {
    D1w: {
      material: 'damping-sheet',
      thickness: 0.002,
      patches: [{ id: 's1', along: 0.38, up: 0.43, width: 0.375, height: 0.5, turn: 0 }],
    },
  },
};
const e = evaluate(design, placement, library);
const bay = e.quiet.bays.get('D1w')!;
type Recording = NonNullable<FactOf<'knock'>['recording']>;

function recorded(samples: Float32Array): Recording {
  const read = ringDown(samples, SOUND_RATE);
  if (!read.ok) throw new Error(read.message);
  return {
    hash: '0'.repeat(64),
    simulated: true,
    modes: read.modes.map(({ frequency, lossFactor, confidence }) => ({ frequency, lossFactor, confidence })),
  };
}
const knock = (on: 'bare' | 'damped', recording: Recording) => ({
  fact: { kind: 'knock' as const, on, sounds: 'rings' as const, recording },
});
/** The made-up panel's own edges and losses, heard through the knock alone. */
const made = (base: number, edge: number, works: number, damped: boolean) =>
  heardKnock(
    tonesOf(
      bay.panel,
      { ...bay.treatment, ...(!damped && { sheets: [], over: null }), base, works },
      edge,
    ).filter((t, i, all) => t.frequency > 40 && t.frequency > 1.12 * (all[i - 1]?.frequency ?? 0)),
  );

describe('what knocks tell', () => {
  const bare = () => {
    // Quiet before the knock, as a recorder leaves it.
    const sound = made(0.016, 0.7, 1, false);
    const led = new Float32Array(sound.length + 15_000);
    led.set(sound, 15_000);
    return recorded(led);
  };
  it('a bare panel’s loss factor within 15 % and its edges within 0.2, by its recording', () => {
    const heard = heardOf(
      new Map([['D1w', { bare: knock('bare', bare()) }]]),
      design.shell,
      placement,
      library,
    );
    const told = heard.bays.get('D1w')!;
    expect(told.from).toBe('ring-down');
    expect(Math.abs(told.base / 0.016 - 1)).toBeLessThan(0.15);
    expect(Math.abs(told.edge! - 0.7)).toBeLessThan(0.21);
    expect(heard.works).toBe(1);
    // The evaluation goes by it.
    const after = evaluate(design, placement, library, heard).quiet.bays.get('D1w')!;
    expect(after.treatment.base).toBe(told.base);
    expect(after.lossFrom).toBe('ring-down');
    expect(after.change.likely).toBeGreaterThan(bay.change.likely);
  });
  it('go by the word where nothing was recorded', () => {
    const heard = heardOf(
      new Map([['L3w', { bare: { fact: { kind: 'knock', on: 'bare', sounds: 'dull' } } }]]),
      design.shell,
      placement,
      library,
    );
    expect(heard.bays.get('L3w')).toEqual({ base: 0.03, from: 'word' });
    expect([0.008, 0.03, 0.2].map(wordOf)).toEqual(['rings', 'dull', 'dead']);
  });
  it('say how much less a badly rolled sheet did than was computed', () => {
    const small: BayQuiet = {
      ...bay,
      treatment: {
        ...bay.treatment,
        sheets: bay.treatment.sheets.map(s => ({ ...s, x1: s.x0 + 0.2, y1: s.y0 + 0.25 })),
      },
    };
    const tones = tonesOfBay(small);
    const modes = tones.slice(2, 8).map(t => ({
      frequency: t.frequency,
      lossFactor: 0.01 + 0.4 * (t.lossFactor - 0.01),
      confidence: 0.9,
    }));
    const held = comparison(modes, tones);
    expect(held.off!).toBeLessThan(-1.5);
    expect(held.tune!).toBeCloseTo(1, 6);
    expect(stillRings(small, held)[0]).toContain('roll it down');
    const { patches: _, ...stock } = placement.sheets.D1w!;
    const laid: Placement = {
      ...placement,
      sheets: {
        D1w: { ...stock, patches: [{ id: 's1', along: 0.38, up: 0.43, width: 0.2, height: 0.25, turn: 0 }] },
      },
    };
    const q = evaluate(design, laid, library).quiet.bays.get('D1w')!;
    const told = tonesOf(q.panel, { ...q.treatment, works: 0.5 }, 0.5);
    const recording = {
      hash: '0'.repeat(64),
      simulated: true,
      modes: told.map(t => ({ frequency: t.frequency, lossFactor: t.lossFactor, confidence: 0.8 })),
    };
    const heard = heardOf(
      new Map([['D1w', { damped: knock('damped', recording) }]]),
      design.shell,
      laid,
      library,
    );
    expect(heard.works).toBeCloseTo(0.5, 1);
    const worse = evaluate(design, laid, library, heard).quiet;
    expect(worse.change.likely).toBeGreaterThan(evaluate(design, laid, library).quiet.change.likely);
  });
});

describe('the stand-in for a microphone', () => {
  it('gives a knock that can be read, the same for the same seed, from a panel the model does not know', () => {
    const a = simulatedKnock(bay, false, 5);
    expect(simulatedKnock(bay, false, 5)).toEqual(a);
    const { modes } = recorded(a);
    const losses = modes.flatMap(m => m.lossFactor ?? []);
    expect(losses.length).toBeGreaterThan(2);
    const { off, tune } = comparison(modes, bareTones(bay));
    expect(Math.abs(off!)).toBeLessThan(3);
    expect(tune!).not.toBe(1);
  });
  it('rings shorter damped than bare, in the knock and in the rain', () => {
    const tail = (x: Float32Array) => {
      const energy = (from: number, to: number) => x.slice(from, to).reduce((s, v) => s + v * v, 0);
      return energy(SOUND_RATE / 4, SOUND_RATE) / energy(0, SOUND_RATE / 4);
    };
    expect(tail(heardKnock(tonesOfBay(bay)))).toBeLessThan(tail(heardKnock(bareTones(bay))) / 5);
    const power = (x: Float32Array) => x.reduce((s, v) => s + v * v, 0);
    expect(power(rain([tonesOfBay(bay)], 1, 1))).toBeLessThan(power(rain([bareTones(bay)], 1, 1)) / 2);
  });
});
