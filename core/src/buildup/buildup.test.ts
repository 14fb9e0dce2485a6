import { describe, expect, it } from 'vitest';
import { makeLibrary, materialOf, referenceMaterials, sdOf } from '../materials/index.ts';
import { assumed, type Bay, inCab, type Layer } from '../model/index.ts';
import { LIBRARY_FORMAT } from '../model/lists/index.ts';
import { generateShell, patterns } from '../survey/patterns/index.ts';
import { library } from '../testing/index.ts';
import { applySchool } from './applySchool.ts';
import { fitAt, fitBuildUp } from './fit.ts';
import { leakPath, tightLayer } from './leak.ts';
import { schools } from './schools.ts';
import { bayUValue, sectionAt, totalResistance } from './section.ts';

const shell = generateShell('long high-roof');
const bay = (min: number, max = min): Bay => ({
  id: 'T',
  station: 1,
  strip: 1,
  width: assumed(0.5),
  height: assumed(0.5),
  depthMin: assumed(min / 1000),
  depthMax: assumed(max / 1000),
});
const layer = (
  role: 'fill' | 'over-rib' | 'vapour control' | 'lining' | 'finish',
  material: string,
  mm: number,
): Layer => ({
  id: `${role}-${material}`,
  role,
  material,
  thickness: mm / 1000,
});
const batten = (mm: number): Layer => ({
  id: 'b',
  role: 'batten',
  material: 'batten',
  thickness: mm / 1000,
  width: 0.038,
  spacing: 0.4,
});
const fit = (layers: Layer[], b: Bay, kind: 'floor' | 'wall' = 'wall') =>
  fitBuildUp(layers, b, kind, library);
const mm = (m: number) => Math.round(m * 1e4) / 10;

describe('materials', () => {
  it('holds at least 35, each with its sources and a price', () => {
    expect(referenceMaterials.length).toBeGreaterThanOrEqual(35);
    expect(new Set(referenceMaterials.map(m => m.id)).size).toBe(referenceMaterials.length);
    for (const m of referenceMaterials) {
      for (const source of Object.values(m.sources)) expect(source.length).toBeGreaterThan(5);
      for (const s of m.stock) expect(s.price).toBeGreaterThan(0);
      if (m.fixedWith) expect(library.has(m.fixedWith)).toBe(true);
    }
  });
  it.each(['elastomeric-plain', 'elastomeric-foil'])('sells %s in 6, 10, 13, 19, 25 and 32 mm', id =>
    expect(materialOf(library, id).stock.map(s => mm(s.thickness))).toEqual([6, 10, 13, 19, 25, 32]),
  );
  it('multiplies mu by thickness, and takes sd as it is', () => {
    expect(sdOf(materialOf(library, 'elastomeric-plain'), 0.025)).toBeCloseTo(175, 9);
    expect(sdOf(materialOf(library, 'foil-membrane'), 0.0002)).toBe(1500);
  });
  it('puts own prices in place without touching the reference', () => {
    const own = makeLibrary(
      [],
      [{ format: LIBRARY_FORMAT, material: 'pir', thickness: 0.025, width: 1.2, price: 19 }],
    );
    expect(materialOf(own, 'pir').stock.find(s => s.thickness === 0.025)!.price).toBe(19);
    expect(materialOf(library, 'pir').stock.find(s => s.thickness === 0.025)!.price).toBe(26);
  });
});

describe('fit', () => {
  it('25 mm board with 25 mm battens lies flush (common practice, no source)', () => {
    const f = fit([batten(25), layer('fill', 'pir', 25), layer('lining', 'birch-ply', 9)], bay(0), 'floor');
    expect(f.misfit).toBe(false);
    expect(mm(f.push)).toBe(0);
    expect(mm(f.shallow.battenGap)).toBe(0);
    expect(mm(f.proud)).toBe(34);
  });

  it('says by how much a board too thick pushes the lining off, and where', () => {
    const f = fit([layer('fill', 'pir', 50), layer('lining', 'birch-ply', 6)], bay(41, 58));
    expect(f).toMatchObject({ misfit: true, where: 'shallowest' });
    expect(mm(f.push)).toBe(9);
    expect(mm(f.deep.gap)).toBe(8);
  });

  it('squeezes fibre before it pushes, and gives the resistance of what is left', () => {
    const f = fit([layer('fill', 'recycled-polyester', 50)], bay(30, 58));
    expect(f.misfit).toBe(false);
    expect(f.squeezed).toEqual([
      { layer: 'fill-recycled-polyester', from: 0.05, to: 0.03, resistance: expect.closeTo(0.03 / 0.037, 9) },
    ]);
    expect(mm(fit([layer('fill', 'recycled-polyester', 50)], bay(20)).push)).toBe(5);
  });

  it('lets a floor without battens rest on its board: height lost, no misfit', () => {
    const f = fit([layer('fill', 'pir', 30), layer('lining', 'birch-ply', 9)], bay(0, 8), 'floor');
    expect(f.misfit).toBe(false);
    expect(mm(f.push + f.proud)).toBe(39);
  });

  it('never loses or makes thickness: stack + gap = depth + batten + push', () => {
    for (let depth = 0; depth <= 90; depth += 7)
      for (const fill of [20, 50, 75]) {
        const layers = [
          layer('fill', 'recycled-polyester', fill),
          batten(12),
          layer('lining', 'birch-ply', 6),
        ];
        const at = fitAt(layers, depth / 1000, true, library);
        const stack = at.thickness[0]!;
        expect(stack + at.gap + at.battenGap).toBeCloseTo(depth / 1000 + 0.012 + at.push, 9);
      }
  });
});

describe('resistance', () => {
  it('two inches of wool at R-7 US is about 1.23 m2K/W; squeezed to 30 mm it is not (common practice, no source)', () => {
    const wool = materialOf(library, 'sheep-wool');
    expect(0.0508 / wool.conductivity).toBeGreaterThan(1.23); // what the label of a denser wool promises
    const r = (depth: number) => {
      const { planes } = sectionAt([layer('fill', 'sheep-wool', 50)], depth, 'wall', shell, library);
      return planes.find(p => p.material === 'sheep-wool')!.resistance;
    };
    expect(r(0.05)).toBeCloseTo(0.05 / 0.037, 6);
    expect(r(0.03)).toBeCloseTo(0.03 / 0.037, 6);
    expect(r(0.03)).toBeLessThan(0.82);
  });

  it('reaches the independent U-value of 40 mm fibre and 6 mm ply on steel but for its own conductivities', () => {
    // Reference lining a: U 0.770861 with 0.037 and 0.13; ours has poplar ply of 0.12.
    const section = sectionAt(
      [layer('fill', 'recycled-polyester', 50), layer('lining', 'poplar-ply', 6)],
      0.04,
      'wall',
      shell,
      library,
    );
    expect(totalResistance(section, 'wall')).toBeCloseTo(1 / 0.770861 - 0.006 / 0.13 + 0.006 / 0.12, 4);
  });

  it('gives foil nothing where it touches solids, and 0.385 m2K/W more facing 20 mm of air on a wall', () => {
    const r = (face: string, depth: number) =>
      totalResistance(
        sectionAt(
          [layer('fill', face, 19), layer('lining', 'birch-ply', 6)],
          depth / 1000,
          'wall',
          shell,
          library,
        ),
        'wall',
      );
    expect(r('elastomeric-foil', 19) - r('elastomeric-plain', 19)).toBeCloseTo(0, 6);
    // Emissivity 0.1 against 0.9 over 20 mm of air, ISO 6946 Annex D by hand: 1/(1.25 + 0.509) less 1/(1.25 + 4.212).
    expect(r('elastomeric-foil', 39) - r('elastomeric-plain', 39)).toBeCloseTo(0.3854, 3);
  });

  it('averages a taper by parallel paths: between the ends, below the middle’s U only by convexity', () => {
    const layers = [layer('fill', 'recycled-polyester', 75), layer('lining', 'birch-ply', 6)];
    const u = (min: number, max: number) => bayUValue(layers, bay(min, max), 'wall', shell, library);
    expect(u(40, 75)).toBeGreaterThan(u(75, 75));
    expect(u(40, 75)).toBeLessThan(u(40, 40));
    expect(u(40, 75)).toBeGreaterThan(u(57.5, 57.5));
    // Exact mean of 1/(a + b x) over the taper is ln(r2/r1)/(r2 - r1).
    const [r1, r2] = [1 / u(40, 40), 1 / u(75, 75)];
    expect(u(40, 75)).toBeCloseTo(Math.log(r2 / r1) / (r2 - r1), 4);
  });

  it('loses more between battens than a full sheet of the same thickness (common practice, no source)', () => {
    const between = bayUValue(
      [batten(25), layer('fill', 'pir', 25), layer('lining', 'birch-ply', 9)],
      bay(0),
      'floor',
      shell,
      library,
    );
    const full = bayUValue(
      [layer('fill', 'pir', 25), layer('lining', 'birch-ply', 9)],
      bay(0),
      'floor',
      shell,
      library,
    );
    expect(between).toBeGreaterThan(full * 1.1);
  });
});

describe('airtight layer and the way to the skin', () => {
  const build = (layers: Layer[], seams: 'taped' | 'butted' = 'taped') => ({
    id: 'x',
    name: 'x',
    layers,
    seams,
    sealQuality: 0.9,
  });
  it('is the membrane, else taped boards, else the lining', () => {
    const board = layer('fill', 'pir', 40);
    const ply = layer('lining', 'birch-ply', 6);
    const film = layer('vapour control', 'pe-film', 0.2);
    expect(tightLayer(build([board, film, ply]), library)).toBe(film);
    expect(tightLayer(build([board, ply]), library)).toBe(board);
    // However its joints are made: leaving them open changes no other layer's.
    expect(tightLayer(build([board, ply], 'butted'), library)).toBe(board);
    expect(tightLayer(build([board], 'butted'), library)).toBe(board);
  });
  it('is closed by bonded foam, throttled by fibre, open behind a board', () => {
    const path = (material: string, thick: number, depth: number) => {
      const layers = [layer('fill', material, thick)];
      return leakPath(layers, fitAt(layers, depth / 1000, true, library), library);
    };
    expect(path('elastomeric-plain', 19, 50)).toBe('none');
    expect(path('sheep-wool', 50, 50)).toMatchObject({ depth: 0.05 });
    expect(path('pir', 40, 50)).toBe('empty');
    expect(path('pir', 40, 40)).toBe('none');
  });
});

describe.each(schools.map(s => s.id))('school %s', id => {
  it.each(patterns.map(p => p.name))(
    'fits a whole %s: every zone has a build-up, no lining pushed off its ribs',
    name => {
      const van = generateShell(name);
      const placement = applySchool(van, id, library);
      for (const zone of van.zones) {
        // The cab keeps what the factory put in.
        if (inCab(zone.kind)) {
          expect(placement.zones[zone.id]).toBeUndefined();
          continue;
        }
        const buildUp = placement.buildUps.find(b => b.id === placement.zones[zone.id])!;
        expect(buildUp.layers.length).toBeGreaterThan(0);
        for (const b of zone.bays) {
          const f = fitBuildUp(buildUp.layers, b, zone.kind, library);
          expect(f.misfit, b.id).toBe(false);
        }
      }
    },
  );
});

it('puts no damping sheet on a skin of plywood', () => {
  const box = applySchool(generateShell('box body'), 'board-foil', library);
  expect(box.buildUps.flatMap(b => b.layers).some(l => l.role === 'damping')).toBe(false);
});

it('refuses a school it does not know', () =>
  expect(() => applySchool(shell, 'none', library)).toThrow(RangeError));
