import { describe, expect, it } from 'vitest';
import { demoDesigns } from '../../demo/index.ts';
import { evaluate } from '../../evaluate/index.ts';
import { makeLibrary, referenceMaterials } from '../../materials/index.ts';
import type { Layer, Placement } from '../../model/index.ts';
import { measured } from '../../model/index.ts';
import reference from '../../physics/sound/fixtures/sound.json' with { type: 'json' };
import { setBay } from '../../survey/edits/index.ts';
import { echo } from './echo.ts';
import { FLANKING, outsideNoise } from './outside.ts';

const [perigee] = demoDesigns(makeLibrary());
const design = perigee!;
const named = (id: string) => referenceMaterials.find(m => m.id === id)!;
const library = makeLibrary([
  { ...named('recycled-polyester'), id: 'fibre', flowResistivity: 8000 },
  { ...named('birch-ply'), id: 'ply', stiffness: 6e9, density: 667, lossFactor: 0.03 },
  { ...named('steel'), density: 7850 },
]);
const walls = (layers: Layer[]): Placement => ({
  buildUps: [{ id: 'b', name: 'b', layers, seams: 'butted', sealQuality: 0 }],
  zones: { L: 'b' },
  bays: {},
  sheets: {},
});
const lining: Layer = { id: 'y2', role: 'lining', material: 'ply', thickness: 0.006 };
const fibre: Layer = { id: 'y1', role: 'fill', material: 'fibre', thickness: 0.04 };
/** The van with a bay of even depth, so that the fill leaves no gap. */
const even = (mm: number) => {
  let { shell } = design;
  for (const field of ['depthMin', 'depthMax'] as const) {
    const edited = setBay(shell, 'L3m', field, measured(mm / 1000, String(mm)));
    if (!edited.ok) throw new Error(edited.message);
    shell = edited.shell;
  }
  return { ...design, shell };
};
const noise = (d: typeof design, p: Placement) => outsideNoise(evaluate(d, p, library), d.shell, library)!;
const partWith = (n: ReturnType<typeof noise>, bay: string) => n.parts.find(p => p.bays.includes(bay))!;

describe('noise from outside', () => {
  it('passes 40 mm of fibre behind 6 mm of ply as computed independently', () => {
    const part = partWith(noise(even(40), walls([fibre, lining])), 'L3m');
    for (const [i, value] of reference.transmission.TL.steel_40mm_fibre_ply6.entries())
      expect(Math.abs(part.loss[i]! - value), `octave ${i}`).toBeLessThan(1);
    expect(Math.abs(part.dip! - reference.transmission.mass_air_mass.isothermal_P0)).toBeLessThan(5);
  });
  it('passes 25 mm of air behind it better than bare steel around the dip, and says so', () => {
    const part = partWith(noise(even(25), walls([lining])), 'L3m');
    expect(Math.abs(part.loss[2]! - reference.transmission.TL.steel_25mm_air_ply6[2]!)).toBeLessThan(0.6);
    expect(part.worse).toContain(250);
    expect(part.dip!).toBeGreaterThan(200);
  });
  it('is kept out better by a heavy mat on open foam than by the same mat on the skin', () => {
    const mat: Layer = { id: 'm', role: 'over-rib', material: 'barrier-mat', thickness: 0.005 };
    const foam: Layer = { id: 'f', role: 'fill', material: 'absorbing-foam', thickness: 0.02 };
    const off = partWith(noise(even(20), walls([foam, mat])), 'L3m');
    const on = partWith(noise(even(20), walls([{ ...mat, role: 'fill' } as Layer])), 'L3m');
    expect(off.loss[5]! - on.loss[5]!).toBeGreaterThan(6);
    // Below the foam's spring it is mass, and no more.
    expect(Math.abs(off.loss[0]! - on.loss[0]!)).toBeLessThan(2.5);
  });
  it('is never kept out better than what goes round lets it be', () => {
    const n = noise(design, design.variants[2]!.design);
    expect(Math.max(...n.gain)).toBeLessThanOrEqual(FLANKING + 1e-9);
    expect(Math.max(...n.parts.flatMap(p => p.gain))).toBeGreaterThan(FLANKING);
    expect(n.parts.flatMap(p => p.bays).length).toBe(94);
    const still = noise(design, { buildUps: [], zones: {}, bays: {}, sheets: {} });
    for (const g of still.gain) expect(Math.abs(g)).toBeLessThan(1e-3);
  });
});

describe('echo', () => {
  const of = (layers: Layer[]) => {
    const zones = Object.fromEntries(design.shell.zones.map(z => [z.id, 'b']));
    return echo(
      evaluate(design, { ...walls(layers), zones }, library),
      { ...design.shell, uses: [] },
      library,
    );
  };
  it('of a bare van is long, and carpet everywhere takes it down by what its absorption says', () => {
    const carpet = of([{ id: 'c', role: 'finish', material: 'lining-carpet', thickness: 0.004 }]);
    const { bare, designed, gain } = carpet;
    expect(bare.eyring[3]!).toBeGreaterThan(1);
    for (const [o, g] of gain.entries())
      expect(g).toBeCloseTo(Math.min(10, 10 * Math.log10(designed.absorption[o]! / bare.absorption[o]!)), 9);
    expect(designed.sabine[5]!).toBeLessThan(bare.sabine[5]! / 3);
    // Eyring is the shorter of the two, the more is taken up.
    expect(designed.eyring[5]! / designed.sabine[5]!).toBeLessThan(bare.eyring[5]! / bare.sabine[5]!);
  });
  it('follows the areas: all of metal has the reference’s mean coefficient', () => {
    const all = of([]);
    const area = all.bare.absorption[3]! / 0.02;
    expect(all.designed.absorption[3]! / area).toBeCloseTo(0.02, 2);
  });
  it('with a thin lining over fibre takes up the lowest most', () => {
    const { designed } = of([fibre, lining]);
    expect(designed.absorption[0]!).toBeGreaterThan(2 * designed.absorption[4]!);
  });
});
