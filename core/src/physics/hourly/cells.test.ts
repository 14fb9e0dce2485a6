import { describe, expect, it } from 'vitest';
import { saturationPressure } from '../air/index.ts';
import { dayMissed, type HourlyLayer, sectionCells } from './cells.ts';
import { MoistSection } from './section.ts';
import { sorptionSlope } from './sorption.ts';

const STILL = { room: 0, outside: 0, met: 1, t: 0, v: 0 };

const ply: HourlyLayer = {
  thickness: 0.006,
  // As good as of one temperature: the closed form has none.
  conductivity: 500,
  density: 500,
  heatCapacity: 1600,
  mu: 90,
  sorption: 'wood',
  pores: 0,
  air: 0,
};

describe('cells', () => {
  it('three alike in 6 mm of ply would miss half of a day’s water; as many as are taken miss little', () => {
    expect(dayMissed(ply, [1 / 3, 1 / 3, 1 / 3])).toBeGreaterThan(0.4);
    const cells = sectionCells([ply]);
    expect(
      dayMissed(
        ply,
        cells.map(c => c.thickness / ply.thickness),
      ),
    ).toBeLessThan(0.06);
    // And the error goes to nothing with their number.
    const alike = (n: number) => dayMissed(ply, new Array(n).fill(1 / n));
    expect(alike(200)).toBeLessThan(0.001);
    expect(alike(100) / alike(200)).toBeCloseTo(4, 0);
  });

  it('are thin at the faces, add up to the layer, and are few where no water is bound', () => {
    for (const thickness of [0.002, 0.006, 0.018, 0.04]) {
      const of = sectionCells([{ ...ply, thickness }]).map(c => c.thickness);
      expect(of.reduce((a, b) => a + b, 0)).toBeCloseTo(thickness, 12);
      expect(of.at(-1)).toBe(of[0]);
      expect(of[0]).toBeLessThan(0.001);
    }
    expect(sectionCells([{ ...ply, sorption: 'none' }])).toHaveLength(1);
    expect(sectionCells([{ ...ply, sorption: 'none', thickness: 0.04 }])).toHaveLength(5);
  });

  it('take up in a day’s wave what a slab does by the closed form of linear diffusion', () => {
    const [t, film, day, step, swing] = [10, 2.5e-8, 86_400, 300, 0.005];
    const p = saturationPressure(t);
    const section = new MoistSection(
      {
        skin: 0,
        layers: [ply],
        rse: 1e-5,
        rsi: 1e-5,
        film,
        holds: Number.POSITIVE_INFINITY,
        start: { t, humidity: 0.75 },
      },
      step,
    );
    let [most, least] = [0, 1];
    const steps = (10 * day) / step;
    for (let i = 0; i < steps; i++) {
      const room = p * (0.75 + swing * Math.sin((2 * Math.PI * (i + 1) * step) / day));
      section.advance(t, t, room, STILL);
      if (i < steps - day / step) continue;
      most = Math.max(most, section.water());
      least = Math.min(least, section.water());
    }
    // Depth of a day's wave, and a film before it (Carslaw and Jaeger, surface flux of a slab; own algebra).
    const delta = 2e-10 / ply.mu;
    const held = sorptionSlope('wood', 0.75) / p;
    const w = (2 * Math.PI) / day;
    const k = Math.sqrt((w * held) / delta / 2);
    const L = ply.thickness;
    const [sh, s, ch, c] = [
      Math.sinh(2 * k * L),
      Math.sin(2 * k * L),
      Math.cosh(2 * k * L),
      Math.cos(2 * k * L),
    ];
    // tanh((1 + i) k L) = (sinh 2kL + i sin 2kL) / (cosh 2kL + cos 2kL).
    const [re, im] = [(delta * k * (sh - s)) / (ch + c), (delta * k * (sh + s)) / (ch + c)];
    const square = re * re + im * im;
    const flux = 1 / Math.hypot(1 / film + re / square, -im / square);
    expect((most - least) / (2 * (flux * swing * p)) / (1 / w)).toBeCloseTo(1, 1);
  });
});
