import { describe, expect, it } from 'vitest';
import reference from '../../reference/heat-moisture.json' with { type: 'json' };
import { applySchool } from '../buildup/index.ts';
import { demoDesigns } from '../demo/index.ts';
import { evaluate } from '../evaluate.ts';
import { makeLibrary } from '../materials/index.ts';
import type { Layer } from '../model/index.ts';
import { generateShell } from '../shell/index.ts';
import { hollowConductivity, solveRib } from './index.ts';

const library = makeLibrary();
const shell = generateShell('long high-roof');
const layer = (role: 'fill' | 'over-rib' | 'lining', material: string, mm: number): Layer => ({
  id: `${role}${mm}`,
  role,
  material,
  thickness: mm / 1000,
});
const rib = (layers: Layer[], stuffed: number | null = null) =>
  solveRib(
    { layers, kind: 'wall', width: 0.06, depth: 0.04, stuffed, outside: -5, inside: 20 },
    shell,
    library,
    80,
  );
const fill = layer('fill', 'recycled-polyester', 40);
const strip = layer('over-rib', 'elastomeric-plain', 6);
const lining = layer('lining', 'birch-ply', 6);
const plain = rib([fill, lining]);
const foamed = rib([fill, strip, lining]);

describe('a rib', () => {
  it('has nearly the psi of the independent program, whose fill, ply and hollow differ a little', () => {
    const { psi, T_si_min } = reference.rib.results['a_air_0.25'];
    expect(plain.psi / psi).toBeGreaterThan(0.85);
    expect(plain.psi / psi).toBeLessThan(1.15);
    expect(Math.abs(plain.coldest - T_si_min)).toBeLessThan(1.5);
    // The reference takes 0.25 W/mK for the hollow; ISO 10077-2 gives the same order, and the steel carries most of it.
    expect(hollowConductivity(0.039, 0.058)).toBeGreaterThan(0.15);
    expect(hollowConductivity(0.039, 0.058)).toBeLessThan(0.3);
  });
  it('with a strip over it is warmer to the room and colder at its own flange: both sides of the trade', () => {
    expect(foamed.coldest).toBeGreaterThan(plain.coldest + 3);
    expect(foamed.flange!).toBeLessThan(plain.flange! - 1);
    expect(foamed.psi).toBeLessThan(plain.psi);
    const { T_flange_min } = reference.rib.results['b_air_0.25'];
    expect(Math.abs(foamed.flange! - T_flange_min)).toBeLessThan(1);
  });
  it('6 mm of continuous foam beats an 18 mm batten for the coldest inside point', () => {
    const batten: Layer = {
      id: 'batten',
      role: 'batten',
      material: 'spruce-batten',
      thickness: 0.018,
      width: 0.04,
      spacing: 0.4,
    };
    const known = [...library.values()].find(m => m.roles.includes('batten'))!;
    const battened = rib([fill, { ...batten, material: known.id } as Layer, lining]);
    expect(foamed.coldest).toBeGreaterThan(battened.coldest);
  });
  it('loses a little less when stuffed, for the steel carries most of it', () => {
    const stuffed = rib([fill, lining], 0.04);
    expect(stuffed.psi).toBeLessThan(plain.psi);
    expect(stuffed.psi / plain.psi).toBeGreaterThan(0.7);
  });
  it('left bare between filled bays sweats first (common practice, no source)', () => {
    const bare = rib([layer('fill', 'elastomeric-plain', 19)]);
    expect(bare.coldest).toBeLessThan(plain.coldest);
    expect(bare.coldest).toBeLessThan(9.3);
  });
  it('is not counted twice where there is nothing to bridge: a bare bay’s rib adds only its own fin', () => {
    const fin = rib([]);
    expect(fin.psi).toBeGreaterThan(0);
    expect(fin.fRsi).toBeLessThan(0.35);
  });
  it('gives a psi within 2 % of twice as many cells', () => {
    const at = (cells: number) =>
      solveRib(
        {
          layers: [fill, lining],
          kind: 'wall',
          width: 0.06,
          depth: 0.04,
          stuffed: null,
          outside: -5,
          inside: 20,
        },
        shell,
        library,
        cells,
      ).psi;
    expect(Math.abs(at(40) / at(80) - 1)).toBeLessThan(0.02);
  });
});

describe('the ribs of a van', () => {
  const design = demoDesigns(library)[0]!;
  const e = evaluate(design, design.variants[0]!.design, library);
  it('are counted in every zone’s heat loss by their real lengths', () => {
    for (const z of e.zones)
      expect(z.heatLoss).toBeCloseTo(
        z.bays + z.ribs + z.openings.reduce((s, o) => s + o.area * o.uValue, 0),
        9,
      );
    const wall = e.zones.find(z => z.zone.id === 'L')!;
    const ribs = wall.bridges.filter(b => b.what === 'rib').reduce((s, b) => s + b.length, 0);
    const heights = wall.zone.bays.filter(b => b.station === 1).reduce((s, b) => s + b.height.value, 0);
    expect(ribs).toBeCloseTo(6 * heights, 1);
    expect(wall.ribs / wall.bays).toBeGreaterThan(0.1);
  });
  it('weigh less where foam goes over them than where only ply does', () => {
    const foam = evaluate(design, applySchool(design.shell, 'bonded-foam', library), library);
    expect(foam.zones.find(z => z.zone.id === 'L')!.ribs).toBeGreaterThan(0);
  });
});
