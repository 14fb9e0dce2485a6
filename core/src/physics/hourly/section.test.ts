import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { concentration, saturationPressure } from '../air/index.ts';
import type { HourlyLayer } from './cells.ts';
import { MoistSection, type SectionCase } from './section.ts';
import { simulateHourly } from './simulate.ts';

const HOUR = 3600;
const layer = (
  thickness: number,
  conductivity: number,
  mu: number,
  more: Partial<HourlyLayer> = {},
): HourlyLayer => ({
  thickness,
  conductivity,
  density: 30,
  heatCapacity: 1200,
  mu,
  sorption: 'none',
  pores: Number.POSITIVE_INFINITY,
  air: 0.5,
  ...more,
});
const fibre = layer(0.04, 0.037, 1, { sorption: 'fibre' });
const ply = layer(0.006, 0.13, 100, { density: 500, heatCapacity: 1600, sorption: 'wood' });
const caseOf = (layers: HourlyLayer[], more: Partial<SectionCase> = {}): SectionCase => ({
  skin: 2808,
  layers,
  rse: 0.04,
  rsi: 0.13,
  film: 2.5e-8,
  holds: 0.2,
  start: { t: 10, humidity: 0.6 },
  ...more,
});
const settle = (section: MoistSection, outside: number, inside: number, room: number, steps = 400) => {
  for (let i = 0; i < steps; i++) {
    section.begin(outside, inside, room, from(0));
    section.finish(outside, inside, room, from(0));
  }
};

/** Room air that passes the skin, m3/s per m2. */
const from = (room: number) => ({ room, outside: 0, met: 1, t: 0, v: 0 });

describe('a section stepped by itself', () => {
  it('comes to the heat of its resistances: U by hand', () => {
    const dry = [fibre, ply].map(l => ({ ...l, sorption: 'none' as const }));
    const section = new MoistSection(caseOf(dry), HOUR);
    settle(section, -5, 18, 300);
    const u = 1 / (0.04 + 0.04 / 0.037 + 0.006 / 0.13 + 0.13);
    expect(section.heatIn).toBeCloseTo(u * 23, 3);
    expect(section.heatOut).toBeCloseTo(u * 23, 3);
    expect(section.t[0]).toBeCloseTo(-5 + u * 23 * 0.04, 3);
  });
  it('bare steel is between the two films, and sweats at the rate of its film', () => {
    const section = new MoistSection(caseOf([], { holds: Number.POSITIVE_INFINITY }), HOUR);
    const room = 0.7 * saturationPressure(18);
    settle(section, -5, 18, room, 50);
    // With the heat of condensation the skin is a little warmer than without.
    const dry = -5 + (23 * 0.04) / 0.17;
    expect(section.t[0]!).toBeGreaterThan(dry - 1e-6);
    expect(section.t[0]!).toBeLessThan(dry + 2);
    const rate = 2.5e-8 * (room - saturationPressure(section.t[0]!));
    expect(section.diffused / rate).toBeCloseTo(1, 2);
    expect(section.layerOf).toEqual(Int16Array.of(-1));
  });
  it('asking it changes nothing: only finish moves its water', () => {
    const section = new MoistSection(caseOf([fibre, ply]), HOUR);
    settle(section, 0, 18, 1200, 30);
    const [water, heat] = [section.water(), section.stored()];
    const twin = new MoistSection(caseOf([fibre, ply]), HOUR);
    settle(twin, 0, 18, 1200, 30);
    section.begin(-5, 25, 2000, from(1e-4));
    section.probe(-8, 5, 300, from(0));
    section.probe(0, 18, 1200, from(0));
    expect(section.water()).toBe(water);
    section.finish(0, 18, 1200, from(0));
    twin.begin(0, 18, 1200, from(0));
    twin.finish(0, 18, 1200, from(0));
    // Both end where their rounds do, a hair apart.
    expect(section.water()).toBeCloseTo(twin.water(), 8);
    expect(section.stored() / twin.stored()).toBeCloseTo(1, 6);
    expect(Math.abs(section.stored() - heat)).toBeLessThan(1e4);
  });
  it('is what simulateHourly steps', () => {
    const model = { ...caseOf([fibre, ply]), leak: 5e-5 };
    const hours = 300;
    const air = {
      outside: Float64Array.from({ length: hours }, (_, h) => -3 + 5 * Math.sin(h / 4)),
      gain: new Float64Array(hours),
      inside: new Float64Array(hours).fill(17),
      vapour: new Float64Array(hours).fill(1250),
    };
    const whole = simulateHourly(model, air, hours);
    const section = new MoistSection(model, HOUR);
    for (let h = 0; h < hours; h++) {
      section.begin(air.outside[h]!, 17, 1250, from(5e-5));
      section.finish(air.outside[h]!, 17, 1250, from(5e-5));
    }
    expect(section.free[0]!).toBeCloseTo(whole.skinWater.at(-1)!, 6);
    expect(section.t[0]!).toBeCloseTo(whole.skin.at(-1)!, 4);
  });
});

describe('how it says it would answer', () => {
  const answers = (layers: HourlyLayer[], inside: number, room: number) => {
    const section = new MoistSection(caseOf(layers), HOUR);
    settle(section, -2, 18, 1100, 60);
    section.begin(-2, inside, room, from(0));
    return {
      heat: section.heatAt(inside),
      vapour: section.vapourAt(room),
      heatSlope: section.heatSlope,
      vapourSlope: section.vapourSlope,
    };
  };
  it('agrees with asking it a little warmer: the heat is straight in the room’s temperature', () => {
    for (const layers of [[], [fibre], [fibre, ply]]) {
      const [a, b] = [answers(layers, 18, 1100), answers(layers, 21, 1100)];
      // Wood answers warmth with vapour, which is a little curved.
      expect((b.heat - a.heat) / (3 * a.heatSlope)).toBeCloseTo(1, 2);
    }
  });
  it('and a little damper, where nothing changes from dry to wet', () => {
    const [a, b] = [answers([fibre, ply], 18, 1100), answers([fibre, ply], 18, 1101)];
    expect((b.vapour - a.vapour) / a.vapourSlope).toBeCloseTo(1, 1);
  });
});

it('keeps its heat and water through any steps of any length', () => {
  const air = fc.record({
    outside: fc.double({ min: -20, max: 50, noNaN: true }),
    inside: fc.double({ min: -10, max: 40, noNaN: true }),
    rh: fc.double({ min: 0.05, max: 0.95, noNaN: true }),
    leak: fc.double({ min: 0, max: 3e-4, noNaN: true }),
  });
  fc.assert(
    fc.property(
      fc.array(air, { minLength: 3, maxLength: 40 }),
      fc.constantFrom(60, 600, 3600),
      fc.constantFrom<HourlyLayer[][]>([], [fibre], [fibre, ply]),
      (steps, step, layers) => {
        const section = new MoistSection(caseOf(layers), step);
        const [water, heat] = [section.water(), section.stored()];
        let [came, ran, warmed, turned] = [0, 0, 0, 0];
        for (const { outside, inside, rh, leak } of steps) {
          const room = rh * saturationPressure(inside);
          section.begin(outside, inside, room, from(leak));
          section.finish(outside, inside, room, from(leak));
          came += (section.diffused + section.leaked) * step;
          ran += section.ranOff;
          warmed += (section.heatIn - section.heatOut) * step;
          turned += section.latent;
        }
        expect(section.water() - water).toBeCloseTo(came - ran, 9);
        expect(section.stored() - heat).toBeCloseTo(warmed + turned, 2);
        expect([...section.free].every(w => w >= 0)).toBe(true);
        expect([...section.bound].every(w => w >= -1e-12)).toBe(true);
      },
    ),
    { numRuns: 60 },
  );
});

it('carries water of a wet skin to the cold side of a sealed foil on a hot day, and back by night (reverse condensation)', () => {
  const foil = layer(0.0002, 0.2, 1e7);
  const section = new MoistSection(
    caseOf([fibre, foil, ply], { start: { t: 20, humidity: 0.6, water: 0.1 } }),
    HOUR,
  );
  const room = 0.5 * saturationPressure(24);
  const coldSide = section.layerOf.indexOf(1) - 1;
  settle(section, 60, 24, room, 10);
  expect(section.t[0]!).toBeGreaterThan(50);
  expect(section.t[coldSide]!).toBeLessThan(35);
  // Nearly all of it: what the fibre binds, and what its air holds, is a few grams.
  expect(section.free[coldSide]!).toBeGreaterThan(0.09);
  expect(section.free[0]!).toBe(0);
  settle(section, 0, 24, room, 60);
  expect(section.free[0]!).toBeGreaterThan(0.09);
});

describe('a skin that vapour passes', () => {
  const ply = {
    thickness: 0.015,
    conductivity: 0.17,
    density: 600,
    heatCapacity: 1600,
    mu: 110,
    sorption: 'wood',
    pores: 600,
    air: 0.6,
  } as const;
  const foam = {
    thickness: 0.03,
    conductivity: 0.035,
    density: 40,
    heatCapacity: 1400,
    mu: 30,
    sorption: 'none',
    pores: 0,
    air: 0,
  } as const;
  const open: SectionCase = {
    skin: 0,
    open: { film: 1e-7 },
    layers: [ply, foam],
    rse: 0.04,
    rsi: 0.13,
    film: 2.5e-8,
    holds: 0.2,
    start: { t: 10, humidity: 0.5 },
  };
  const air = (v: number, t: number) => ({ room: 0, outside: 0, met: 1, t, v });
  it('at rest passes delta (p_i - p_e) over all its sd, and heat by its own resistance too (closed form)', () => {
    const section = new MoistSection(open, 3600);
    const outside = concentration(500, 8);
    for (let h = 0; h < 60_000; h++) section.advance(8, 20, 900, air(outside, 8));
    const resists = 1 / 2.5e-8 + (0.015 * 110 + 0.03 * 30) / 2e-10 + 1 / 1e-7;
    expect(section.diffused).toBeCloseTo((900 - 500) / resists, 12);
    expect(section.vented).toBeCloseTo(-section.diffused, 12);
    expect(section.heatIn).toBeCloseTo(12 / (0.04 + 0.015 / 0.17 + 0.03 / 0.035 + 0.13), 3);
  });
  it('dries a leak outward that a metal skin would keep, and makes and loses no water', () => {
    const wet = { ...open, start: { t: 10, humidity: 0.6, water: 0.15 } };
    const metal = { ...wet, skin: 3000, layers: [foam] };
    const { open: _, ...closed } = metal;
    const [ply, steel] = [new MoistSection(wet, 3600), new MoistSection(closed, 3600)];
    let through = 0;
    const before = ply.water();
    for (let h = 0; h < 24 * 60; h++) {
      const outside = air(concentration(700, 12), 12);
      ply.advance(12, 15, 1380, outside);
      steel.advance(12, 15, 1380, outside);
      through += 3600 * (ply.diffused + ply.leaked + ply.vented) - ply.ranOff - ply.dripped;
    }
    expect(ply.water() - before).toBeCloseTo(through, 9);
    expect(ply.vented).toBeLessThan(0);
    expect(ply.free[ply.face]!).toBeLessThan(1e-9);
    expect(steel.free[0]!).toBeGreaterThan(0.1);
  });
  it('takes no dew from outdoors under a cold sky', () => {
    const section = new MoistSection(open, 3600);
    for (let h = 0; h < 200; h++) section.advance(-4, 2, 500, air(concentration(600, 0), 0));
    expect(section.free[0]!).toBe(0);
  });
});
