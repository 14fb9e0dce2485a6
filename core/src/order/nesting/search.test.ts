import { readdirSync, readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readNest } from '../../formats/nestFile.ts';
import { unfitPieces } from './exactProblem.ts';
import type { NestPiece, NestProblem, NestStock, Point } from './problem.ts';
import { NestSearch } from './search.ts';
import { mistakesOf } from './truth.ts';

const box = (width: number, length: number): Point[] => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: length },
  { x: 0, y: length },
];
const sheet: NestStock = {
  id: 'sheet',
  width: 1.2,
  length: 2.4,
  price: 40,
  perPack: 1,
  quantity: null,
  paid: 'pack',
};
const named = (outlines: Point[][], turns = [0, 90]): NestPiece[] =>
  outlines.map((outline, i) => ({ id: `p${i}`, outline, turns }));
const searched = (problem: NestProblem, steps: number, seed = 1) => {
  const search = new NestSearch(problem, seed);
  for (let i = 0; i < steps && !search.done; i++) search.step();
  return search;
};

const fixtures = new URL('./fixtures/', import.meta.url);
const instance = (name: string) => {
  const read = readNest(readFileSync(new URL(name, fixtures), 'utf8'));
  if (!read.ok) throw new Error(read.message);
  return read.problem;
};

// Invented instances (fixtures/baseline.json says how): what the best of many orders of maxrects-packer 2.7.4 costs,
// and for those that fill their sheets exactly the number of sheets.
describe('against a packer of the registry', () => {
  const { instances } = JSON.parse(readFileSync(new URL('baseline.json', fixtures), 'utf8'));
  const boxes = readdirSync(fixtures).filter(f => f.startsWith('nest-'));
  const cost = new Map<string, number>();
  const solved = new Map<string, boolean>();
  it.each(boxes)('%s is laid, and no dearer', name => {
    const problem = instance(name);
    const { best, leastCost } = searched(problem, instances[name.replace('.json', '')].optimum ? 2500 : 600);
    expect(mistakesOf(best.laid, problem)).toEqual([]);
    const known = instances[name.replace('.json', '')];
    expect(best.cost).toBeLessThanOrEqual(known['maxrects-packer 2.7.4'].cost + 1e-6);
    expect(leastCost).toBeLessThanOrEqual(known.bestKnownCost + 1e-6);
    cost.set(name, best.cost - known['maxrects-packer 2.7.4'].cost);
    if (known.optimum) solved.set(name, best.used.length === known.optimum.sheets);
  });
  it('is cheaper on most', () => {
    expect([...cost.values()].filter(c => c < -1e-6).length).toBeGreaterThan(boxes.length / 2);
  });
  it('fills exactly a third of the sheets that can be', () => {
    const full = [...solved.values()].filter(Boolean);
    expect(full.length).toBeGreaterThanOrEqual(solved.size / 3);
  });
  it.each(['poly-2-k2-n30.json', 'poly-3-k3-n36-grain.json'])('%s leaves less out than boxes do', name => {
    const problem = instance(name);
    const { optimumSheets, boundingBoxes } = instances[name.replace('.json', '')];
    const { best } = searched(problem, 400);
    expect(mistakesOf(best.laid, problem)).toEqual([]);
    const filled = best.used.map(u => u.filled).sort((a, b) => b - a);
    const all = filled.reduce((sum, f) => sum + f, 0);
    const outside = filled.slice(optimumSheets).reduce((sum, f) => sum + f, 0) / all;
    expect(outside).toBeLessThan((2 / 3) * boundingBoxes.areaShareOutsideOptimumSheets);
  });
});

const size = fc.double({ min: 0.03, max: 1.15, noNaN: true });
const cornered = fc
  .record({
    width: size,
    length: size,
    corner: fc.double({ min: 0.01, max: 0.9, noNaN: true }),
    kind: fc.nat(3),
  })
  .map(({ width: w, length: l, corner: c, kind }): Point[] => {
    const [u, v] = [w * c, l * c];
    if (kind === 0) return box(w, l);
    // A corner off, a step out of it, and a taper.
    if (kind === 1)
      return [
        { x: 0, y: 0 },
        { x: w, y: 0 },
        { x: w, y: l - v },
        { x: w - u, y: l },
        { x: 0, y: l },
      ];
    if (kind === 2)
      return [
        { x: 0, y: 0 },
        { x: w, y: 0 },
        { x: w, y: l - v },
        { x: w - u, y: l - v },
        { x: w - u, y: l },
        { x: 0, y: l },
      ];
    return [
      { x: 0, y: 0 },
      { x: w, y: 0 },
      { x: w - u / 2, y: l },
      { x: u / 2, y: l },
    ];
  });

describe('any pieces', () => {
  const kerf = fc.constantFrom(0, 0.003);
  it('lie inside their sheets, once each, apart by the kerf: boxes', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(size, size), { minLength: 1, maxLength: 30 }), kerf, (sizes, k) => {
        const offcut = { ...sheet, id: 'offcut', width: 0.7, length: 0.9, price: 0, quantity: 1 };
        const problem = { pieces: named(sizes.map(([w, l]) => box(w, l))), stock: [offcut, sheet], kerf: k };
        const { best, leastCost } = searched(problem, 40);
        expect(mistakesOf(best.laid, problem)).toEqual([]);
        expect(best.cost).toBeGreaterThanOrEqual(leastCost - 1e-9);
      }),
      { numRuns: 40, endOnFailure: true },
    );
  });
  it('lie inside their sheets, once each, apart by the kerf: corners, steps and tapers', () => {
    fc.assert(
      fc.property(fc.array(cornered, { minLength: 1, maxLength: 14 }), kerf, (outlines, k) => {
        const problem = { pieces: named(outlines, [0, 90, 180, 270]), stock: [sheet], kerf: k };
        expect(mistakesOf(searched(problem, 12).best.laid, problem)).toEqual([]);
      }),
      { numRuns: 25, endOnFailure: true },
    );
  });
  it('can be parted by cuts from edge to edge where a saw bench asks for it', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(size, size), { minLength: 2, maxLength: 20 }), sizes => {
        const problem = {
          pieces: named(sizes.map(([w, l]) => box(w, l))),
          stock: [sheet],
          kerf: 0.003,
          guillotine: true,
        };
        const { laid } = searched(problem, 40).best;
        expect(mistakesOf(laid, problem)).toEqual([]);
        const turned = laid.map(l => {
          const [w, h] = sizes[Number(l.piece.slice(1))]!;
          return { ...l, w: l.turn % 180 ? h : w, h: l.turn % 180 ? w : h };
        });
        for (const index of new Set(laid.map(l => l.index)))
          expect(parted(turned.filter(t => t.index === index))).toBe(true);
      }),
      { numRuns: 25, endOnFailure: true },
    );
  });
});

/** Whether some straight cut parts the boxes, and each part again. */
function parted(boxes: { x: number; y: number; w: number; h: number }[]): boolean {
  if (boxes.length < 2) return true;
  for (const [at, size] of [
    ['x', 'w'],
    ['y', 'h'],
  ] as const)
    for (const b of boxes) {
      const cut = b[at] + b[size];
      const before = boxes.filter(o => o[at] + o[size] <= cut + 1e-6);
      const after = boxes.filter(o => o[at] >= cut - 1e-6);
      if (after.length > 0 && before.length + after.length === boxes.length)
        return parted(before) && parted(after);
    }
  return false;
}

describe('money', () => {
  it('counts whole packs, and metres of a roll', () => {
    const quarters = named(Array.from({ length: 5 }, () => box(0.6, 1.2)));
    const packs = searched({ pieces: quarters, stock: [{ ...sheet, perPack: 3 }], kerf: 0 }, 20).best;
    expect([packs.cost, packs.used.length]).toEqual([40, 2]);
    const roll: NestStock = { ...sheet, id: 'roll', length: 10, price: 8, paid: 'length' };
    const metres = searched({ pieces: quarters, stock: [roll], kerf: 0 }, 20).best;
    // Five quarters of 0.6 m take three rows of two along, 1.2 m each, or five turned, 0.6 m each: 3 m.
    expect(metres.cost).toBeCloseTo(3 * 8, 9);
  });
  it('takes offcuts first, and the cheaper of two sizes', () => {
    const small: NestStock = { ...sheet, id: 'small', width: 0.6, length: 1.2, price: 9 };
    const offcut: NestStock = { ...small, id: 'offcut', price: 0, quantity: 1 };
    const pieces = named([box(0.59, 1.19), box(0.59, 1.19), box(0.59, 1.19)]);
    const { best } = searched({ pieces, stock: [sheet, small, offcut], kerf: 0 }, 60);
    expect(best.cost).toBe(18);
    expect(best.used.filter(u => u.stock === 'offcut')).toHaveLength(1);
  });
  it('leaves one large rest rather than strips', () => {
    const pieces = named(Array.from({ length: 6 }, () => box(0.4, 0.6)));
    const { best } = searched({ pieces, stock: [sheet], kerf: 0 }, 300);
    const { width, length } = best.used[0]!.rest;
    // Two rows of three across leave half the sheet whole.
    expect(width * length).toBeCloseTo(1.2 * 1.2, 6);
  });
});

describe('pins, refusals, repetition', () => {
  it('leaves what is pinned where it lies', () => {
    const pieces = named(Array.from({ length: 9 }, (_, i) => box(0.3 + i * 0.02, 0.5)));
    const pinned = [{ piece: 'p3', stock: 'sheet', index: 0, x: 0.4, y: 1.1, turn: 90 }];
    const problem = { pieces, stock: [sheet], kerf: 0.003, pinned };
    const { laid } = searched(problem, 200).best;
    expect(mistakesOf(laid, problem)).toEqual([]);
    const at = laid.find(l => l.piece === 'p3')!;
    expect([at.x, at.y, at.turn]).toEqual([0.4, 1.1, 90]);
  });
  it('never gives a pin up for fewer sheets, wherever it lies', () => {
    const pieces = named(Array.from({ length: 8 }, () => box(0.59, 1.19)));
    const pinned = [0, 1, 2].map(i => ({
      piece: `p${i}`,
      stock: 'sheet',
      index: i,
      x: 0.3,
      y: 0.6,
      turn: 0,
    }));
    const problem = { pieces, stock: [sheet], kerf: 0, pinned };
    const { laid, cost } = searched(problem, 300).best;
    expect(mistakesOf(laid, problem)).toEqual([]);
    for (const pin of pinned) expect(laid).toContainEqual(pin);
    expect(cost).toBeGreaterThanOrEqual(120);
  });
  it('goes on from a layout, but not from one that no longer holds', () => {
    const problem = instance('nest-c01-van-board.json');
    const { best } = searched(problem, 400);
    expect(searched({ ...problem, from: best.laid }, 0).best.cost).toBe(best.cost);
    // A piece has grown since: what lay there would overlap.
    const [first, ...others] = problem.pieces;
    const grown = first!.outline.map(p => ({ x: p.x * 1.3, y: p.y * 1.3 }));
    const edited = { ...problem, pieces: [{ ...first!, outline: grown }, ...others], from: best.laid };
    expect(mistakesOf(searched(edited, 0).best.laid, edited)).toEqual([]);
    // A piece is pinned elsewhere, and one that is no more is named.
    const at = best.laid.find(l => l.piece === first!.id)!;
    const pin = { ...at, x: at.x + 0.01 };
    const pinned = { ...problem, from: best.laid, pinned: [pin] };
    expect(searched(pinned, 0).best.laid).toContainEqual(pin);
    const gone = { ...problem, pieces: others, from: best.laid };
    expect(mistakesOf(searched(gone, 0).best.laid, gone)).toEqual([]);
    const polygons = instance('poly-2-k2-n30.json');
    const before = searched(polygons, 10).best;
    const wider = {
      ...polygons,
      pieces: polygons.pieces.map((p, i) =>
        i === 3 ? { ...p, outline: p.outline.map(q => ({ x: q.x * 1.2, y: q.y })) } : p,
      ),
      from: before.laid,
    };
    expect(mistakesOf(searched(wider, 0).best.laid, wider)).toEqual([]);
  });
  it('says which pieces fit no stock, and the least box they take', () => {
    const problem = { pieces: named([box(0.5, 0.5), box(1.3, 2.41)]), stock: [sheet], kerf: 0 };
    expect(unfitPieces(problem)).toEqual([{ piece: 'p1', width: 1.3, length: 2.41 }]);
    expect(() => new NestSearch(problem)).toThrow(RangeError);
    // One that fits only turned, where grain forbids it.
    const turned = { pieces: named([box(2.3, 1.1)], [0]), stock: [sheet], kerf: 0 };
    expect(unfitPieces(turned)).toHaveLength(1);
    expect(unfitPieces({ ...turned, pieces: named([box(2.3, 1.1)], [0, 90]) })).toEqual([]);
  });
  it('refuses what the stock at hand cannot hold', () =>
    expect(
      () =>
        new NestSearch({
          pieces: named([box(1.1, 2), box(1.1, 2)]),
          stock: [{ ...sheet, quantity: 1 }],
          kerf: 0,
        }),
    ).toThrow(/not enough stock/));
  it('finds the same with the same seed, and has a whole layout before the first step', () => {
    const problem = instance('nest-c04-van-roll-grain.json');
    expect(searched(problem, 60, 7).best).toEqual(searched(problem, 60, 7).best);
    expect(mistakesOf(searched(problem, 0).best.laid, problem)).toEqual([]);
  });
  it('lays 5,000 pieces', () => {
    const pieces = named(
      Array.from({ length: 5000 }, (_, i) => box(0.1 + ((i * 37) % 50) / 100, 0.1 + ((i * 53) % 70) / 100)),
    );
    const problem = { pieces, stock: [sheet], kerf: 0.003 };
    const { best, leastCost } = searched(problem, 3);
    expect(best.laid).toHaveLength(5000);
    expect(best.cost).toBeLessThan(1.2 * leastCost);
  }, 60_000);
});
