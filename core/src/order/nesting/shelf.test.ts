import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { splitToFit } from '../../buildup/index.ts';
import { cutLengths, shelfLayout } from './shelf.ts';

const sheet = { width: 1.2, length: 2.4 };
const piece = fc.record({
  width: fc.double({ min: 0.02, max: 1.2, noNaN: true }),
  height: fc.double({ min: 0.02, max: 1.2, noNaN: true }),
});

describe('shelf layout', () => {
  it('is feasible: inside the sheet, no overlap, every piece once, never below the area bound', () => {
    fc.assert(
      fc.property(fc.array(piece, { minLength: 1, maxLength: 60 }), pieces => {
        const named = pieces.map((p, i) => ({ id: `${i}`, ...p }));
        const { placed, sheets } = shelfLayout(named, sheet);
        expect(placed.map(p => p.id).sort()).toEqual(named.map(p => p.id).sort());
        for (const p of placed) {
          expect(p.x + p.width).toBeLessThanOrEqual(sheet.width + 1e-9);
          expect(p.y + p.height).toBeLessThanOrEqual(sheet.length + 1e-9);
        }
        for (const [i, a] of placed.entries())
          for (const b of placed.slice(i + 1)) {
            if (a.sheet !== b.sheet) continue;
            const apart =
              a.x + a.width <= b.x + 1e-9 ||
              b.x + b.width <= a.x + 1e-9 ||
              a.y + a.height <= b.y + 1e-9 ||
              b.y + b.height <= a.y + 1e-9;
            expect(apart).toBe(true);
          }
        const area = pieces.reduce((s, p) => s + p.width * p.height, 0);
        expect(sheets).toBeGreaterThanOrEqual(Math.ceil(area / (sheet.width * sheet.length) - 1e-9));
      }),
      { numRuns: 60 },
    );
  });
  it('puts four quarters on one sheet', () =>
    expect(
      shelfLayout(
        ['a', 'b', 'c', 'd'].map(id => ({ id, width: 0.6, height: 1.2 })),
        sheet,
      ).sheets,
    ).toBe(1));
  it('refuses a piece that no sheet holds', () =>
    expect(() => shelfLayout([{ id: 'x', width: 1.3, height: 1.3 }], sheet)).toThrow(RangeError));
});

describe('splitting', () => {
  it('covers the whole rectangle with parts that fit, and counts the joints', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 9, noNaN: true }),
        fc.double({ min: 0.1, max: 9, noNaN: true }),
        (w, h) => {
          const { parts, seam } = splitToFit(w, h, sheet);
          expect(parts.reduce((s, p) => s + p.width * p.height, 0)).toBeCloseTo(w * h, 6);
          const fits = (p: { width: number; height: number }) =>
            Math.min(p.width, p.height) <= 1.2 + 1e-6 && Math.max(p.width, p.height) <= 2.4 + 1e-6;
          expect(parts.every(fits)).toBe(true);
          expect(seam === 0).toBe(parts.length === 1);
        },
      ),
    );
  });
  it('adds one joint of 1 m to a 1 m by 3 m piece', () =>
    expect(splitToFit(1, 3, sheet)).toMatchObject({ seam: 1, parts: [{ height: 1.5 }, {}] }));
});

it('cuts lengths from the fewest sticks that first-fit decreasing finds', () => {
  expect(cutLengths([1.2, 1.2, 0.8, 0.8, 0.8], 2.4)).toBe(2);
  expect(cutLengths([], 2.4)).toBe(0);
});
