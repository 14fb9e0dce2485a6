import { describe, expect, it } from 'vitest';
import reference from '../../../reference/heat-moisture.json';
import { materialOf } from '../../materials/index.ts';
import { library } from '../../testing/index.ts';
import { glazing } from '../../van/climate/index.ts';
import { airSpaceResistance } from './airSpace.ts';
import { combinedResistance } from './combined.ts';
import { periodic } from './periodic.ts';
import { type Direction, outsideResistance, RSE, RSI } from './surface.ts';

describe('ISO 6946 surfaces and air spaces', () => {
  it('has the surface resistances of ISO 6946:2017 Table 7 (from memory)', () => {
    expect(RSI).toEqual({ up: 0.1, horizontal: 0.13, down: 0.17 });
    expect(RSE).toBe(0.04);
  });
  it('has them by wind as ISO 6946:2017 Annex C tabulates them: 0.08, 0.06, 0.05, 0.04, 0.04 at 1 to 5 m/s (from memory)', () => {
    const table = [0.08, 0.06, 0.05, 0.04, 0.04];
    table.forEach((r, i) => {
      expect(outsideResistance(i + 1, 0)).toBeCloseTo(r, 2);
    });
    expect(outsideResistance(10, 0)).toBeCloseTo(0.02, 2);
  });

  // Independently computed from the Annex D formula.
  it.each([
    ['emissivity_0.9_both', [0.9, 0.9]],
    ['emissivity_0.05_and_0.9', [0.05, 0.9]],
  ] as const)('matches the air-space table, %s', (key, emissivities) => {
    for (const [mm, row] of Object.entries(reference.airspaces[key]))
      for (const direction of Object.keys(row) as Direction[]) {
        const r = airSpaceResistance({
          thickness: Number(mm) / 1000,
          direction,
          emissivities: [...emissivities],
        });
        expect(r).toBeCloseTo(row[direction], 4);
      }
  });

  // ISO 6946:2017 Table 8, unventilated air layers, high emissivity (published to 0.01, from memory).
  it.each([
    [5, 0.11, 0.11, 0.11],
    [10, 0.15, 0.15, 0.15],
    [25, 0.16, 0.18, 0.19],
    [50, 0.16, 0.18, 0.21],
    [100, 0.16, 0.18, 0.22],
  ])('rounds to the printed table at %i mm', (mm, up, horizontal, down) => {
    const r = (direction: Direction) =>
      airSpaceResistance({ thickness: mm / 1000, direction, emissivities: [0.9, 0.9] });
    expect(r('up')).toBeCloseTo(up, 2);
    expect(r('horizontal')).toBeCloseTo(horizontal, 2);
    expect(r('down')).toBeCloseTo(down, 2);
  });

  it('gives no credit to a foil that faces no air', () =>
    expect(airSpaceResistance({ thickness: 0, direction: 'up', emissivities: [0.05, 0.9] })).toBe(0));

  it('falls with temperature difference above 5 K', () => {
    const at = (difference: number) =>
      airSpaceResistance({ thickness: 0.05, direction: 'up', emissivities: [0.05, 0.9], difference });
    expect(at(5)).toBeGreaterThan(at(15));
  });
});

describe('timber bridges', () => {
  it('is exact for a uniform element and lies between its limits otherwise', () => {
    const uniform = combinedResistance([{ share: 1, resistances: [1, 0.1] }], 0.13, 0.04);
    expect(uniform.total).toBeCloseTo(1.27, 12);
    const bridged = combinedResistance(
      [
        { share: 0.9, resistances: [1] },
        { share: 0.1, resistances: [0.2] },
      ],
      0.13,
      0.04,
    );
    expect(bridged.upper).toBeGreaterThan(bridged.lower);
    // By hand: upper 1/(0.9/1.17 + 0.1/0.37) = 0.9620; lower 0.17 + 1/(0.9 + 0.5) = 0.8843.
    expect(bridged.upper).toBeCloseTo(0.962, 4);
    expect(bridged.lower).toBeCloseTo(0.8843, 4);
  });
});

describe('windows', () => {
  it('gives single glass about 5.7 W/m2K (handbook value, from memory)', () => {
    expect(glazing('glass', 'horizontal').uValue).toBeCloseTo(5.75, 1);
    expect(glazing('double acrylic', 'horizontal').uValue).toBeLessThan(3);
  });
});

describe('ISO 10456 design values (Table 3, from memory)', () => {
  it.each([
    ['steel', 50, 7800],
    ['aluminium', 160, 2800],
    ['batten', 0.13, 500],
    ['glass', 1, 2500],
    ['acrylic', 0.2, 1180],
    ['vinyl', 0.25, 1390],
  ])('%s', (id, conductivity, density) =>
    expect(materialOf(library, id)).toMatchObject({ conductivity, density }),
  );

  it.each([
    ['xps', 150],
    ['eps', 60],
    ['mineral-wool', 1],
  ])('%s has its vapour resistance factor', (id, mu) =>
    expect(materialOf(library, id).vapour).toEqual({ by: 'mu', mu }),
  );

  it.each([
    ['foil-membrane', 1500],
    ['pir', 1500], // its aluminium facing
    ['phenolic', 1500],
    ['steel', 1500],
  ])('%s has its sd value', (id, sd) => expect(materialOf(library, id).vapour).toEqual({ by: 'sd', sd }));
});

describe('periodic response (ISO 13786)', () => {
  const layer = (mm: number, conductivity: number, density: number, heatCapacity: number) => ({
    thickness: mm / 1000,
    conductivity,
    density,
    heatCapacity,
  });
  const ply = layer(6, 0.13, 500, 1600);
  const steel = layer(0.8, 50, 7800, 450);
  it.each([
    ['steel08_pir40_ply6', [ply, layer(40, 0.023, 32, 1400), steel]],
    ['steel08_woodfibre40_ply6', [ply, layer(40, 0.038, 50, 2100), steel]],
    ['iso13786_check_single_layer_concrete_200mm', [layer(200, 1.8, 2400, 1000)]],
  ] as const)('%s: as independently computed', (name, layers) => {
    const expected = reference.iso13786_24h[name];
    const p = periodic(layers, 0.13, 0.04);
    expect(p.uValue).toBeCloseTo(expected.U, 4);
    expect(p.transmittance).toBeCloseTo(expected.Yie, 3);
    expect(p.decrement).toBeCloseTo(expected.decrement_f, 3);
    expect(p.lag).toBeCloseTo(expected.time_lag_h, 2);
  });
  it('a resistance alone neither damps nor delays', () => {
    const p = periodic([{ resistance: 2 }], 0.13, 0.04);
    expect(p.decrement).toBeCloseTo(1, 12);
    expect(p.lag).toBeCloseTo(0, 9);
  });
});
