import { describe, expect, it } from 'vitest';
import reference from '../../../reference/heat-moisture.json' with { type: 'json' };
import { bayUValue, withRibStrip } from '../../buildup/index.ts';
import { demoDesigns } from '../../demo/index.ts';
import { evaluate } from '../../evaluate/evaluate.ts';
import type { Layer } from '../../model/index.ts';
import { hollowConductivity } from '../../physics/heat/index.ts';
import { generateShell } from '../../survey/patterns/index.ts';
import { library } from '../../testing/index.ts';
import type { DetailCase } from './detail.ts';
import { detailEffect, solveDetail } from './solveDetail.ts';

const shell = generateShell('long high-roof');
const layer = (role: 'fill' | 'over-rib' | 'lining', material: string, mm: number): Layer => ({
  id: `${role}${mm}`,
  role,
  material,
  thickness: mm / 1000,
});
const caseOf = (layers: Layer[], more: Partial<DetailCase> = {}): DetailCase => ({
  of: 'rib',
  layers,
  kind: 'wall',
  width: 0.06,
  depth: 0.04,
  stuffed: null,
  outside: -5,
  inside: 20,
  ...more,
});
const detail = (layers: Layer[], more: Partial<DetailCase> = {}, cells = 60) =>
  solveDetail(caseOf(layers, more), shell, library, cells)!;
const rib = (layers: Layer[], stuffed: number | null = null) => detail(layers, { stuffed }, 80);
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
    expect(foamed.metal!).toBeLessThan(plain.metal! - 1);
    expect(foamed.psi).toBeLessThan(plain.psi);
    const { T_flange_min } = reference.rib.results['b_air_0.25'];
    expect(Math.abs(foamed.metal! - T_flange_min)).toBeLessThan(1);
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
  it('gives a heat flow within 1 % and a psi within 2 % of twice as many cells', () => {
    for (const place of ['rib', 'bay end', 'door frame', 'window edge'] as const) {
      const [coarse, fine] = [28, 56].map(cells => detail([fill, lining], { of: place }, cells));
      expect(Math.abs(coarse!.l2d / fine!.l2d - 1), place).toBeLessThan(0.012);
      expect(Math.abs(coarse!.psi / fine!.psi - 1), place).toBeLessThan(0.025);
    }
  });
});

describe('other places', () => {
  const board = layer('fill', 'pir', 40);
  it('a floor batten loses what lies between the two limits of ISO 6946, and near their mean', () => {
    const batten: Layer = {
      id: 'b',
      role: 'batten',
      material: 'batten',
      thickness: 0.025,
      width: 0.045,
      spacing: 0.4,
    };
    const floor = [batten, layer('fill', 'pir', 25), layer('lining', 'birch-ply', 9)];
    const solved = detail(floor, { of: 'floor batten', kind: 'floor', depth: 0 });
    const u = solved.l2d / 0.4;
    // Upper limit: parallel paths; lower: each plane at one temperature. Both by hand, Rsi 0.17, Rse 0.04.
    const [field, timber] = [0.025 / library.get('pir')!.conductivity, 0.025 / 0.13];
    const rest = 0.17 + 0.04 + 0.009 / library.get('birch-ply')!.conductivity;
    const share = 0.045 / 0.4;
    const upper = 1 / ((1 - share) / (rest + field) + share / (rest + timber));
    const lower = rest + 1 / ((1 - share) / field + share / timber);
    expect(1 / u).toBeLessThan(upper);
    expect(1 / u).toBeGreaterThan(lower);
    const bay = { ...shell.zones[0]!.bays[0]!, depthMin: { ...shell.zones[0]!.bays[0]!.depthMin, value: 0 } };
    const combined = bayUValue(
      floor,
      { ...bay, depthMax: { ...bay.depthMax, value: 0 } },
      'floor',
      shell,
      library,
    );
    expect(Math.abs(u / combined - 1)).toBeLessThan(0.06);
  });
  it('a floor between battens loses more than a full sheet of the same thickness (common practice, no source)', () => {
    const batten: Layer = {
      id: 'b',
      role: 'batten',
      material: 'batten',
      thickness: 0.025,
      width: 0.045,
      spacing: 0.4,
    };
    const parts = [layer('fill', 'pir', 25), layer('lining', 'birch-ply', 9)];
    const full = detail([batten, ...parts], { of: 'floor batten', kind: 'floor', depth: 0 });
    expect(full.psi).toBeGreaterThan(0.01);
  });
  it('an open joint between boards adds more than a foamed one, and the wider the more', () => {
    const seam = (gap: number, foamed: boolean) =>
      detail([board, lining], { of: 'board seam', gap, foamed }).psi;
    expect(seam(0.003, false)).toBeGreaterThan(seam(0.003, true));
    expect(seam(0.01, false)).toBeGreaterThan(seam(0.003, false));
    expect(seam(0.003, true)).toBeLessThan(0.002);
    expect(solveDetail(caseOf([fill, lining], { of: 'board seam' }), shell, library)).toBeNull();
  });
  it('a window’s edge: its reveal is colder than the lining, warmer than its glass; little where panel meets wall', () => {
    const edge = (glazing: 'glass' | 'insulated panel') =>
      detail([fill, lining], { of: 'window edge', glazing });
    const glass = edge('glass');
    expect(glass.coldest).toBeLessThan(
      detail([fill, lining]).field.faces.find(f => f.of > 0 && f.x > 0.29)!.t,
    );
    const pane = Math.min(...glass.field.faces.filter(f => f.of > 0 && f.x > 0.31).map(f => f.t));
    expect(glass.coldest).toBeGreaterThan(pane);
    expect(Math.abs(edge('insulated panel').psi)).toBeLessThan(0.12);
  });
  it('a door’s bare frame is its coldest place', () => {
    const door = detail([fill, lining], { of: 'door frame', width: 0.05 });
    expect(door.fRsi).toBeLessThan(plain.fRsi);
    expect(door.psi).toBeGreaterThan(0.1);
  });
  it('every section gives out what it takes in', () => {
    for (const place of ['rib', 'bay end', 'window edge', 'door frame'] as const)
      for (const layers of [[], [fill], [fill, lining], [layer('fill', 'elastomeric-plain', 19), lining]]) {
        const { field } = detail(layers, { of: place }, 28);
        expect(
          field.flows.reduce((a, b) => a + b, 0),
          place,
        ).toBeCloseTo(0, 5);
        expect(field.t.every(t => t > -5.001 && t < 20.001)).toBe(true);
      }
  });
});

it('remembers a joint by its width, by its foam, and by what the library’s foam is', () => {
  const board = [layer('fill', 'pir', 40), layer('lining', 'birch-ply', 6)];
  const psi = (gap: number, foamed: boolean, of = library) =>
    detailEffect(
      { of: 'board seam', layers: board, kind: 'wall', width: 0, depth: 0.04, stuffed: null, gap, foamed },
      generateShell('compact'),
      of,
    ).psi;
  expect(psi(0.01, false)).toBeGreaterThan(psi(0.003, false) * 1.5);
  expect(psi(0.01, true)).toBeLessThan(psi(0.01, false) * 0.9);
  const better = new Map(library).set('canned-foam', {
    ...library.get('canned-foam')!,
    conductivity: 0.022,
  });
  expect(psi(0.01, true, better)).toBeLessThan(psi(0.01, true) / 2);
});

describe('the ribs of a van', () => {
  const design = demoDesigns(library)[0]!;
  const e = evaluate(design, design.variants[0]!.design, library);
  it('are counted in every zone’s heat loss by their real lengths', () => {
    for (const z of e.heat.zones)
      expect(z.loss / z.factor).toBeCloseTo(
        z.bays +
          z.ribs +
          z.edges +
          z.pointLoss +
          z.keptLoss +
          z.openings.reduce((s, o) => s + o.area * o.uValue, 0),
        9,
      );
    const wall = e.heat.zones.find(z => z.zone.id === 'L')!;
    const ribs = wall.bridges.filter(b => b.what === 'rib').reduce((s, b) => s + b.length, 0);
    const heights = wall.zone.bays.filter(b => b.station === 1).reduce((s, b) => s + b.height.value, 0);
    expect(ribs).toBeCloseTo(6 * heights, 1);
    expect(wall.ribs / wall.bays).toBeGreaterThan(0.1);
    // A rib's own width belongs to no bay's area: what it adds is more than its psi.
    const psi = solveDetail(
      {
        of: 'rib',
        layers: design.variants[0]!.design.buildUps.find(b => b.id === wall.bridges[0]!.buildUp)!.layers,
        kind: 'wall',
        width: wall.bridges[0]!.width,
        depth: wall.bridges[0]!.depth,
        stuffed: null,
        outside: -5,
        inside: 20,
      },
      design.shell,
      library,
    )!;
    expect(wall.bridges[0]!.adds).toBeCloseTo(psi.psi + psi.geometry.uncovered, 9);
  });
  it('windows, door frames and ends are counted by their real lengths', () => {
    const round = (what: string) =>
      e.heat.zones.flatMap(z => z.bridges).reduce((s, b) => (b.what === what ? s + b.length : s), 0);
    // A windscreen is glued all round: it has no frame of its own.
    const framed = design.shell.zones.filter(z => z.kind !== 'windscreen');
    const openings = framed.flatMap(z => z.openings);
    expect(round('window edge')).toBeCloseTo(
      openings.reduce((s, o) => s + 2 * (o.width.value + o.height.value), 0),
      9,
    );
    const doors = design.shell.zones.filter(z => /door/.test(z.kind));
    expect(round('door frame')).toBeCloseTo(
      doors.reduce((s, z) => s + 2 * (z.length.value + z.height.value), 0),
      9,
    );
    expect(e.heat.zones.find(z => z.zone.id === 'L')!.edges).toBeGreaterThan(0);
  });
  it('lose less and are warmer inside where foam goes over them than where only ply does', () => {
    const placement = design.variants[0]!.design;
    const foamed = {
      ...placement,
      buildUps: placement.buildUps.map(b => ({ ...b, layers: withRibStrip(b.layers, library) ?? b.layers })),
    };
    const ribs = (of: typeof placement) =>
      evaluate(design, of, library)
        .heat.zones.find(z => z.zone.id === 'L')!
        .bridges.filter(b => b.what === 'rib');
    const [ply, foam] = [ribs(placement), ribs(foamed)];
    expect(foam.length).toBe(ply.length);
    foam.forEach((b, i) => {
      expect(b.adds).toBeLessThan(ply[i]!.adds * 0.9);
      expect(b.fRsi!).toBeGreaterThan(ply[i]!.fRsi! + 0.02);
    });
  });
});
