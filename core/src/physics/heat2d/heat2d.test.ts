import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import reference from '../../../reference/heat-moisture.json' with { type: 'json' };
import { solveBanded } from './banded.ts';
import { solveFivePoint } from './multigrid.ts';
import { sampler } from './sample.ts';
import { assemble, type Block, type Edge, solveSection } from './solve.ts';

const edge = (side: Edge['side'], from: number, to: number, t: number, resistance: number): Edge => ({
  side,
  from,
  to,
  t,
  resistance,
});

describe('ISO 10211 Annex A', () => {
  it('case 1: every listed temperature of the half square within 0.1 K', () => {
    const L = 1;
    const field = solveSection(
      {
        blocks: [{ x0: 0, x1: L / 2, y0: 0, y1: L, conductivity: 1 }],
        edges: [edge('top', 0, L / 2, 20, 0), edge('bottom', 0, L / 2, 0, 0), edge('left', 0, L, 0, 0)],
      },
      100,
    );
    reference.iso10211_case1.T.forEach((row, j) => {
      row.forEach((t, i) => {
        const at = sampler(field)(((i + 1) * L) / 8, L - ((j + 1) * L) / 8);
        expect(Math.abs(at - t), `row ${j} column ${i}`).toBeLessThan(0.1);
      });
    });
  });

  it('case 2: every published temperature within 0.1 K and the heat flow within 0.1 W/m', () => {
    const c = reference.iso10211_case2;
    const lambda = c.conductivity as Record<string, number>;
    const blocks = (c.rectangles as [number, number, number, number, string][]).map(
      ([x0, x1, y0, y1, m]): Block => ({
        x0: x0 / 1e3,
        x1: x1 / 1e3,
        y0: y0 / 1e3,
        y1: y1 / 1e3,
        conductivity: lambda[m]!,
      }),
    );
    const field = solveSection(
      { blocks, edges: [edge('bottom', 0, 0.5, 0, 0.06), edge('top', 0, 0.5, 20, 0.11)] },
      120,
    );
    const published = c.published as Record<string, number>;
    const converged = c.converged.T as Record<string, number>;
    for (const [name, [x, y]] of Object.entries(c.points as unknown as Record<string, [number, number]>)) {
      const at = field.faces
        .filter(f => Math.abs(f.y - y / 1e3) < 1e-9)
        .sort((a, b) => Math.abs(a.x - x / 1e3) - Math.abs(b.x - x / 1e3))[0]?.t;
      const t = at ?? sampler(field)(x / 1e3, y / 1e3);
      expect(Math.abs(t - published[name]!), name).toBeLessThan(0.1);
      expect(Math.abs(t - converged[name]!), `${name} converged`).toBeLessThan(0.04);
    }
    expect(Math.abs(field.flows[1]! - published.Q!)).toBeLessThan(0.1);
    expect(field.flows[1]).toBeCloseTo(c.converged.Q_W_per_m, 1);
  });
});

describe('rib sections against the independent program', () => {
  it.each(['a', 'b'] as const)('%s: heat flow within 0.5 %%, coldest inside point within 0.1 K', which => {
    const rects = reference.rib.geometry[which].rects_x0_x1_y0_y1_lambda as number[][];
    const blocks = rects.map(
      ([x0, x1, y0, y1, k]): Block => ({
        x0: x0! / 1e3,
        x1: x1! / 1e3,
        y0: y0! / 1e3,
        y1: y1! / 1e3,
        conductivity: k!,
      }),
    );
    const field = solveSection(
      { blocks, edges: [edge('bottom', 0, 0.6, -5, 0.04), edge('top', 0, 0.6, 20, 0.13)] },
      100,
    );
    const expected = reference.rib.results[`${which}_air_0.25`];
    expect(field.flows[1]! / expected.Q_W_per_m).toBeCloseTo(1, 2);
    expect(field.flows[0]! + field.flows[1]!).toBeCloseTo(0, 5);
    const coldest = Math.min(...field.faces.filter(f => f.of === 1).map(f => f.t));
    expect(Math.abs(coldest - expected.T_si_min)).toBeLessThan(0.1);
  });
});

describe('limiting cases', () => {
  it('a layered wall is exact, whatever the grid', () => {
    const blocks = [
      { x0: 0, x1: 0.3, y0: 0, y1: 0.001, conductivity: 50 },
      { x0: 0, x1: 0.3, y0: 0.001, y1: 0.041, conductivity: 0.035 },
      { x0: 0, x1: 0.3, y0: 0.041, y1: 0.047, conductivity: 0.13 },
    ];
    const field = solveSection(
      { blocks, edges: [edge('bottom', 0, 0.3, -5, 0.04), edge('top', 0, 0.3, 20, 0.13)] },
      12,
    );
    const U = 1 / (0.17 + 0.001 / 50 + 0.04 / 0.035 + 0.006 / 0.13);
    expect(field.flows[1]).toBeCloseTo(0.3 * U * 25, 6);
  });
  it('air that reaches down to a lower face is the same as a lower top', () => {
    const blocks = [{ x0: 0, x1: 0.2, y0: 0, y1: 0.05, conductivity: 0.1 }];
    const bottom = edge('bottom', 0, 0.2, 0, 0.04);
    const low = solveSection(
      { blocks: [{ ...blocks[0]!, y1: 0.02 }], edges: [bottom, edge('top', 0, 0.2, 20, 0.13)] },
      30,
    );
    const pocket = solveSection(
      { blocks, edges: [bottom], air: [{ x0: 0, x1: 0.2, y0: 0.02, y1: 0.05, t: 20, resistance: 0.13 }] },
      30,
    );
    expect(pocket.flows[1]).toBeCloseTo(low.flows[1]!, 6);
  });
  it('refuses a section with a hole in it, and a system that nothing grounds', () => {
    expect(() =>
      solveSection({ blocks: [{ x0: 0, x1: 1, y0: 0, y1: 1, conductivity: 0 }], edges: [] }, 4),
    ).toThrow(RangeError);
    const loose = {
      nx: 2,
      ny: 1,
      east: new Float64Array([0, 0]),
      north: new Float64Array(2),
      ground: new Float64Array([1, 0]),
    };
    expect(() => solveFivePoint(loose, new Float64Array([1, 1]))).toThrow(RangeError);
    expect(() => solveBanded(loose, new Float64Array([1, 1]))).toThrow(RangeError);
  });
  it('iteration and direct factor agree on a rib to a millionth of a kelvin, either way the section lies', () => {
    const rects = reference.rib.geometry.b.rects_x0_x1_y0_y1_lambda as number[][];
    const blocks = rects.map(([x0, x1, y0, y1, k]) => ({
      x0: x0! / 1e3,
      x1: x1! / 1e3,
      y0: y0! / 1e3,
      y1: y1! / 1e3,
      conductivity: k!,
    }));
    const upright = {
      blocks,
      edges: [edge('bottom', 0, 0.6, -5, 0.04), edge('top', 0, 0.6, 20, 0.13)],
    };
    const lying = {
      blocks: blocks.map(({ x0, x1, y0, y1, conductivity }) => ({
        x0: y0,
        x1: y1,
        y0: x0,
        y1: x1,
        conductivity,
      })),
      edges: [edge('left', 0, 0.6, -5, 0.04), edge('right', 0, 0.6, 20, 0.13)],
    };
    for (const section of [upright, lying]) {
      const { system, b } = assemble(section, 60);
      const iterated = solveFivePoint(system, b, 1e-11).x;
      const direct = solveBanded(system, b);
      for (let k = 0; k < direct.length; k++) expect(Math.abs(direct[k]! - iterated[k]!)).toBeLessThan(1e-6);
    }
    expect(solveSection(upright, 30).flows[1]).toBeCloseTo(solveSection(lying, 30).flows[1]!, 8);
  });
  it('settles in a bounded number of rounds however fine the grid', () => {
    const rects = reference.rib.geometry.a.rects_x0_x1_y0_y1_lambda as number[][];
    const blocks = rects.map(([x0, x1, y0, y1, k]) => ({
      x0: x0! / 1e3,
      x1: x1! / 1e3,
      y0: y0! / 1e3,
      y1: y1! / 1e3,
      conductivity: k!,
    }));
    const edges = [edge('bottom', 0, 0.6, -5, 0.04), edge('top', 0, 0.6, 20, 0.13)];
    for (const cells of [50, 100, 200])
      expect(solveSection({ blocks, edges }, cells).iterations).toBeLessThanOrEqual(25);
  });
});

describe('any section', () => {
  const block = fc.record({
    x: fc.double({ min: 0, max: 0.25, noNaN: true }),
    y: fc.double({ min: 0, max: 0.04, noNaN: true }),
    w: fc.double({ min: 0.002, max: 0.05, noNaN: true }),
    h: fc.double({ min: 0.001, max: 0.01, noNaN: true }),
    conductivity: fc.constantFrom(50, 0.13, 0.035, 230),
  });
  it('gives out what it takes in, stays between the airs, and loses no less when a block conducts better', () => {
    fc.assert(
      fc.property(fc.array(block, { maxLength: 4 }), blocks => {
        const solve = (better: number) =>
          solveSection(
            {
              blocks: [
                { x0: 0, x1: 0.3, y0: 0, y1: 0.05, conductivity: 0.04 },
                ...blocks.map(b => ({
                  x0: b.x,
                  x1: b.x + b.w,
                  y0: b.y,
                  y1: b.y + b.h,
                  conductivity: b.conductivity * better,
                })),
              ],
              edges: [edge('bottom', 0, 0.3, -10, 0.04), edge('top', 0, 0.3, 20, 0.13)],
            },
            24,
          );
        const field = solve(1);
        expect(field.flows[0]! + field.flows[1]!).toBeCloseTo(0, 4);
        for (const t of field.t) {
          expect(t).toBeGreaterThan(-10.0001);
          expect(t).toBeLessThan(20.0001);
        }
        expect(solve(2).flows[1]!).toBeGreaterThanOrEqual(field.flows[1]! - 1e-6);
      }),
      { numRuns: 25 },
    );
  });
});
