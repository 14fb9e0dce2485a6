import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assumed, type Bay, type Layer } from '../model/index.ts';
import { airSpaceResistance } from '../physics/heat/index.ts';
import { vapourProfile } from '../physics/moisture/index.ts';
import { generateShell } from '../survey/patterns/index.ts';
import { library } from '../testing/index.ts';
import { fitBuildUp } from './fit.ts';
import { assemblyOf, bayUValue, sectionAt, totalResistance } from './section.ts';

const steel = generateShell('long high-roof');
const box = generateShell('box body');
const bay = (min: number, max: number): Bay => ({
  id: 'T',
  station: 1,
  strip: 1,
  width: assumed(0.5),
  height: assumed(0.5),
  depthMin: assumed(min),
  depthMax: assumed(max),
});
const fill = (material: string, thickness: number): Layer => ({
  id: material,
  role: 'fill',
  material,
  thickness,
});
const ply: Layer = { id: 'ply', role: 'lining', material: 'birch-ply', thickness: 0.006 };
const planes = (layers: Layer[], depth: number, kind: 'wall' | 'floor' | 'ceiling' = 'wall') =>
  sectionAt(layers, depth, kind, steel, library).planes;

describe('where air is left', () => {
  it('stays behind a stiff board and before the lining of a soft fill', () => {
    expect(planes([fill('pir', 0.04), ply], 0.05).map(p => p.layer)).toEqual(['skin', 'gap', 'pir', 'ply']);
    expect(planes([fill('elastomeric-plain', 0.019), ply], 0.05).map(p => p.layer)).toEqual([
      'skin',
      'elastomeric-plain',
      'gap',
      'ply',
    ]);
  });

  it('is no insulation where nothing closes it', () => {
    expect(planes([], 0.05).map(p => p.layer)).toEqual(['skin']);
    expect(planes([fill('elastomeric-plain', 0.019)], 0.05).map(p => p.layer)).toEqual([
      'skin',
      'elastomeric-plain',
    ]);
  });

  it('takes a sheet’s bright face on the share that the sheet covers, and the skin’s on the rest', () => {
    const gap = (coverage: number) => {
      const sheet: Layer = {
        id: 'd',
        role: 'damping',
        material: 'damping-sheet',
        thickness: 0.002,
        coverage,
      };
      const of = planes([sheet, fill('xps', 0.04), ply], 0.062);
      return of.find(p => p.layer === 'gap')!.resistance;
    };
    const [none, whole] = [1 / gap(1e-9), 1 / gap(1)];
    expect(whole).toBeLessThan(0.6 * none);
    for (const coverage of [0.25, 0.5]) {
      expect(1 / gap(coverage)).toBeCloseTo((1 - coverage) * none + coverage * whole, 6);
    }
  });
  it('has the emissivities of its own faces: foil on board lifts it', () => {
    const gap = (material: string) =>
      planes([fill(material, 0.04), ply], 0.06).find(p => p.layer === 'gap')!.resistance;
    expect(gap('pir')).toBeCloseTo(
      airSpaceResistance({ thickness: 0.02, direction: 'horizontal', emissivities: [0.9, 0.1] }),
      9,
    );
    expect(gap('xps')).toBeCloseTo(
      airSpaceResistance({ thickness: 0.02, direction: 'horizontal', emissivities: [0.9, 0.9] }),
      9,
    );
  });

  it('follows the direction of heat: less under a ceiling than on a wall', () => {
    const gap = (kind: 'wall' | 'ceiling') =>
      planes([fill('pir', 0.02), ply], 0.05, kind).find(p => p.layer === 'gap')!.resistance;
    expect(gap('ceiling')).toBeLessThan(gap('wall'));
  });

  it('fills between battens: timber there, air or fill beside it', () => {
    const batten: Layer = {
      id: 'b',
      role: 'batten',
      material: 'batten',
      thickness: 0.018,
      width: 0.038,
      spacing: 0.4,
    };
    const section = sectionAt([fill('recycled-polyester', 0.05), batten, ply], 0.05, 'wall', steel, library);
    const air = section.planes.find(p => p.layer === 'batten gap')!;
    expect(air.thickness).toBeCloseTo(0.018, 9);
    expect(air.bridged).toBeCloseTo(0.018 / 0.13, 9);
    expect(section.battenShare).toBeCloseTo(0.095, 9);
  });
});

describe('properties', () => {
  const soft = fc.constantFrom('recycled-polyester', 'sheep-wool', 'microfibre', 'glass-wool');
  const stiff = fc.constantFrom('pir', 'xps', 'eps', 'phenolic', 'cork-sheet');
  const depth = fc.double({ min: 0.02, max: 0.1, noNaN: true });
  const thick = fc.double({ min: 0.01, max: 0.08, noNaN: true });

  it('U falls, or stays, when the bay is deeper and its fill thicker with it', () => {
    fc.assert(
      fc.property(
        fc.oneof(soft, stiff),
        depth,
        fc.double({ min: 1.05, max: 2, noNaN: true }),
        (material, d, more) => {
          const u = (x: number) => bayUValue([fill(material, x), ply], bay(x, x), 'wall', steel, library);
          expect(u(d * more)).toBeLessThan(u(d));
        },
      ),
    );
  });

  it('a taper lies between its ends', () => {
    fc.assert(
      fc.property(soft, depth, depth, thick, (material, a, b, t) => {
        const [min, max] = a < b ? [a, b] : [b, a];
        const u = (lo: number, hi: number) =>
          bayUValue([fill(material, t), ply], bay(lo, hi), 'wall', steel, library);
        const ends = [u(min, min), u(max, max), u((min + max) / 2, (min + max) / 2)];
        expect(u(min, max)).toBeGreaterThanOrEqual(Math.min(...ends) - 0.05 * Math.min(...ends));
        expect(u(min, max)).toBeLessThanOrEqual(Math.max(...ends) * 1.05);
      }),
    );
  });

  it('soft fills are never squeezed below their least share, and push only then', () => {
    fc.assert(
      fc.property(soft, depth, thick, (material, d, t) => {
        const { squeeze } = library.get(material)!;
        const f = fitBuildUp([fill(material, t), ply], bay(d, d), 'wall', library);
        expect(f.shallow.thickness[0]!).toBeGreaterThanOrEqual(t * squeeze - 1e-12);
        if (f.push > 1e-9) expect(f.shallow.thickness[0]!).toBeCloseTo(t * squeeze, 9);
        if (t <= d) expect(f.push).toBe(0);
      }),
    );
  });

  it('stiff fills keep their thickness and push by what is over', () => {
    fc.assert(
      fc.property(stiff, depth, thick, (material, d, t) => {
        const f = fitBuildUp([fill(material, t), ply], bay(d, d), 'wall', library);
        expect(f.shallow.thickness[0]).toBe(t);
        expect(f.push).toBeCloseTo(Math.max(0, t - d), 12);
      }),
    );
  });

  it('vapour pressure never exceeds saturation, temperature runs one way', () => {
    fc.assert(
      fc.property(
        fc.oneof(soft, stiff),
        depth,
        fc.double({ min: -25, max: 10, noNaN: true }),
        fc.double({ min: 0.2, max: 0.9, noNaN: true }),
        (material, d, te, rh) => {
          const section = sectionAt([fill(material, d), ply], d, 'wall', steel, library);
          const points = vapourProfile(assemblyOf(section, 'wall'), {
            outside: { t: te, p: 150 },
            inside: { t: 20, p: rh * 2337 },
          });
          for (const [i, p] of points.entries()) {
            expect(p.vapour).toBeLessThanOrEqual(p.saturation + 1e-6);
            if (i > 0) expect(p.t).toBeGreaterThanOrEqual(points[i - 1]!.t - 1e-9);
          }
        },
      ),
    );
  });
});

describe('a plywood skin', () => {
  it('insulates a little and lets vapour out a little, where steel does neither', () => {
    const skin = (shell: typeof box) => sectionAt([ply], 0.04, 'wall', shell, library).planes[0]!;
    expect(skin(box).resistance).toBeCloseTo(0.015 / 0.17, 9);
    expect(skin(box).sd).toBeCloseTo(0.015 * 90, 9);
    expect(skin(steel).resistance).toBeLessThan(1e-4);
    expect(skin(steel).sd).toBe(1500);
    const r = (shell: typeof box) => totalResistance(sectionAt([ply], 0.04, 'wall', shell, library), 'wall');
    expect(r(box) - r(steel)).toBeCloseTo(0.015 / 0.17, 4);
  });
});
