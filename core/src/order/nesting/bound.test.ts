import fc from 'fast-check';
import polygonClipping from 'polygon-clipping';
import { describe, expect, it } from 'vitest';
import { dualBeds } from './dualBound.ts';
import { innerRect } from './innerRect.ts';
import type { NestProblem, Point } from './problem.ts';
import { NestSearch } from './search.ts';
import { shapeArea } from './shapes.ts';
import { shelfLayout } from './shelf.ts';

const ways = (width: number, length: number, turn = true) => ({
  turned: turn
    ? [
        { width, length },
        { width: length, length: width },
      ]
    : [{ width, length }],
});
const flat = (points: Point[]) => Float64Array.from(points.flatMap(p => [p.x, p.y]));

describe('beds by dual feasible functions', () => {
  it('see that no more than so many fit beside one another, which area does not', () => {
    // Of 415 x 510 on 1200 x 2400: two beside one another, four or five above; 10 to a sheet, 13 by area.
    const pieces = Array.from({ length: 31 }, () => ways(415e3, 510e3));
    expect(Math.ceil((31 * 0.415 * 0.51) / 2.88)).toBe(3);
    expect(dualBeds(pieces, 1.2e6, 2.4e6)).toBe(4);
  });
  it('count what fills a sheet to the micrometre once', () => {
    expect(
      dualBeds(
        Array.from({ length: 8 }, () => ways(600e3, 600e3)),
        1.2e6,
        2.4e6,
      ),
    ).toBe(1);
    expect(
      dualBeds(
        Array.from({ length: 9 }, () => ways(600e3, 600e3)),
        1.2e6,
        2.4e6,
      ),
    ).toBe(2);
    expect(dualBeds([], 1.2e6, 2.4e6)).toBe(0);
    // Nothing is proved of what has no size.
    expect(dualBeds([ways(0, 0), ways(0, 0)], 1.2e6, 2.4e6)).toBeLessThanOrEqual(1);
  });
  it('are never more than a layout takes', () => {
    const side = fc.integer({ min: 20, max: 1190 });
    fc.assert(
      fc.property(fc.array(fc.tuple(side, side), { minLength: 1, maxLength: 40 }), sizes => {
        const rects = sizes.map(([w, h], i) => ({ id: `${i}`, width: w / 1000, height: h / 1000 }));
        const { sheets } = shelfLayout(rects, { width: 1.2, length: 2.4 });
        const bound = dualBeds(
          sizes.map(([w, h]) => ways(w * 1000, h * 1000)),
          1.2e6,
          2.4e6,
        );
        expect(bound).toBeLessThanOrEqual(sheets);
        expect(bound).toBeGreaterThanOrEqual(
          Math.ceil(sizes.reduce((sum, [w, h]) => sum + (w * h) / 2.88e6, 0) - 1e-3),
        );
      }),
      { numRuns: 300, endOnFailure: true },
    );
  });
});

describe('a rectangle inside an outline', () => {
  it('is the outline itself for a box, and the larger limb of an L', () => {
    const box = [
      { x: 0, y: 0 },
      { x: 300, y: 0 },
      { x: 300, y: 200 },
      { x: 0, y: 200 },
    ];
    expect(innerRect(flat(box))).toEqual({ width: 300, length: 200 });
    const limb = [
      { x: 0, y: 0 },
      { x: 500, y: 0 },
      { x: 500, y: 100 },
      { x: 200, y: 100 },
      { x: 200, y: 400 },
      { x: 0, y: 400 },
    ];
    expect(innerRect(flat(limb))).toEqual({ width: 200, length: 400 });
  });
  it('lies wholly inside any star, by another polygon library', () => {
    const radius = fc.integer({ min: 20, max: 1000 });
    fc.assert(
      fc.property(fc.array(radius, { minLength: 3, maxLength: 14 }), radii => {
        const star = radii.map((r, i) => {
          const angle = (2 * Math.PI * i) / radii.length;
          return { x: Math.round(1000 + r * Math.cos(angle)), y: Math.round(1000 + r * Math.sin(angle)) };
        });
        const { width, length } = innerRect(flat(star));
        expect(width * length).toBeLessThanOrEqual(Math.abs(shapeArea(star)) + 1e-6);
        if (width === 0) return;
        // Somewhere among its corners it lies inside: what is left of it outside the star is nothing.
        const ring = star.map(p => [p.x, p.y] as [number, number]);
        const outside = star.flatMap(a =>
          star.map(b => {
            const [x, y] = [a.x, b.y];
            const rect: [number, number][] = [
              [x, y],
              [x + width, y],
              [x + width, y + length],
              [x, y + length],
            ];
            return polygonClipping
              .difference([rect], [ring])
              .flat()
              .reduce((sum, r) => sum + shapeArea(r.map(([px, py]) => ({ x: px, y: py }))), 0);
          }),
        );
        expect(Math.min(...outside.map(Math.abs))).toBeLessThan(1500);
      }),
      { numRuns: 60, endOnFailure: true },
    );
  });
});

it('outlines that keep each other off a sheet by what lies inside them are proved to take one each', () => {
  // Three panels with a corner off, 1750 long and 950 wide: no two of them share a sheet of 1220 x 2440.
  const outline = [
    { x: 0, y: 0 },
    { x: 0.95, y: 0 },
    { x: 0.95, y: 1.6 },
    { x: 0.85, y: 1.75 },
    { x: 0, y: 1.75 },
  ];
  const problem: NestProblem = {
    pieces: ['a', 'b', 'c'].map(id => ({ id, outline, turns: [0, 90, 180, 270] })),
    stock: [{ id: 's', width: 1.22, length: 2.44, price: 43, perPack: 1, quantity: null, paid: 'pack' }],
    kerf: 0.003,
  };
  const search = new NestSearch(problem);
  expect(search.leastCost).toBeCloseTo(3 * 43, 9);
  expect(search.best.cost).toBeCloseTo(3 * 43, 9);
});
