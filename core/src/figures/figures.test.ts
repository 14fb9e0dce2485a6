import { describe, expect, it } from 'vitest';
import { evaluate } from '../evaluate/index.ts';
import type { BuildUp } from '../model/index.ts';
import { laid, library, perigee } from '../testing/index.ts';
import {
  FIGURE_KEYS,
  fireLoadDensity,
  fireLoadIn,
  limitsOf,
  pastLimit,
  VAN_FIGURES,
  weightsOf,
  wholeVan,
} from './index.ts';

const bare = { buildUps: [], zones: {}, bays: {}, sheets: {} };

/** One floor with one layer. */
const floorOf = (layers: BuildUp['layers']) => {
  const buildUp: BuildUp = { id: 'b', name: 'b', layers, seams: 'butted', sealQuality: 1 };
  return evaluate(perigee, { ...bare, buildUps: [buildUp], zones: { F: 'b' } }, library);
};

describe('figures of a van', () => {
  it('are the brief’s where it says something, and each is past its limit as it is better', () => {
    const { brief } = perigee;
    expect(limitsOf(brief)).toMatchObject({
      money: brief.budget,
      mass: brief.payload,
      headroom: brief.headHeight.value,
      fire: null,
    });
    expect(weightsOf(brief)).toMatchObject({ heat: brief.priorities.warmth, money: brief.priorities.cost });
    expect(pastLimit('money', 110, { money: 100 })).toBe(10);
    expect(pastLimit('headroom', 1.7, { headroom: 1.8 })).toBeCloseTo(0.1, 12);
    expect(pastLimit('fire', 100, {})).toBeNaN();
  });

  it('of a bare van are nothing but its heat, height and drumming, and what is not counted is unknown', () => {
    const figures = wholeVan(evaluate(perigee, bare, library), library);
    expect(Object.keys(figures)).toEqual(FIGURE_KEYS);
    expect(figures).toMatchObject({ mass: 0, fire: 0, water: 0, headroom: perigee.shell.height.value });
    expect(figures.quiet).toBeCloseTo(1, 9);
    expect([figures.money, figures.hours]).toEqual([Number.NaN, Number.NaN]);
  });

  it('have a worth, a trifle, and a limit whose steps are no larger than a little more of it', () => {
    for (const k of FIGURE_KEYS) {
      const { limit, worth, tells } = VAN_FIGURES[k];
      expect(worth, k).toBeGreaterThan(0);
      expect(tells, k).toBeGreaterThan(0);
      if (limit) expect(limit.more, k).toBeGreaterThanOrEqual(limit.step);
    }
  });
});

describe('fire load', () => {
  // EN 1991-1-2:2002 Annex E, (E.2) and Table E.3, from memory: mass times net calorific value; wood 17.5, polystyrene 40 MJ/kg.
  it.each([
    ['birch-ply', 17.5],
    ['xps', 40],
  ])('of %s on a floor is its mass times %d MJ/kg', (material, perKg) => {
    const m = library.get(material)!;
    const thickness = m.stock[0]!.thickness;
    const role = material === 'xps' ? 'fill' : 'lining';
    const e = floorOf([{ id: 'l', role, material, thickness } as BuildUp['layers'][number]]);
    const mass = e.load.lines.reduce((sum, l) => sum + l.mass, 0);
    expect(mass).toBeGreaterThan(0);
    expect(VAN_FIGURES.fire.of(e, library)).toBeCloseTo(mass * perKg, 6);
    expect(fireLoadIn(e, 'F', library)).toBeCloseTo(mass * perKg, 6);
    expect(fireLoadIn(e, 'C', library)).toBe(0);
  });

  it('of the demo is that of its zones, and mineral wool adds none', () => {
    const e = laid(perigee);
    const zones = perigee.shell.zones.reduce((sum, z) => sum + fireLoadIn(e, z.id, library), 0);
    expect(zones).toBeCloseTo(VAN_FIGURES.fire.of(e, library), 6);
    // Per square metre of the load floor, 3.285 m by 1.78 m.
    const density = VAN_FIGURES.fire.of(e, library) / (3.285 * 1.78);
    expect(fireLoadDensity(e, perigee.shell, library)).toBeCloseTo(density, 6);
    expect(fireLoadDensity(e, { ...perigee.shell, zones: [] }, library)).toBeNaN();
    for (const m of library.values()) if (!m.burns) expect(m.heatingValue, m.id).toBe(0);
  });
});
