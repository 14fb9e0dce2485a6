import { describe, expect, it } from 'vitest';
import { layUp } from '../../buildup/index.ts';
import { makeLibrary } from '../../materials/index.ts';
import { library, perigee } from '../../testing/index.ts';
import { type NestProblem, NestSearch } from '../nesting/index.ts';
import { type CutPiece, cutPieces, USUAL_CHOICES } from '../pieces/index.ts';
import { cutGroups, packsBought } from './cutting.ts';
import { nearMiss } from './nearMiss.ts';
import { cutSteps, type OnSheet, piecesOn } from './steps.ts';

const placement = perigee!.variants[0]!.design;
const pieces = cutPieces(
  perigee!.shell,
  placement,
  layUp(perigee!.shell, placement, library),
  library,
  USUAL_CHOICES,
);
const groups = cutGroups(pieces, library);
const box = (width: number, length: number) => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: length },
  { x: 0, y: length },
];

describe('groups', () => {
  it('hold every piece once, with what the thickness is sold in', () => {
    expect(groups.flatMap(g => g.pieces.map(p => p.id)).sort()).toEqual(pieces.map(p => p.id).sort());
    for (const { problem, thickness, material } of groups)
      for (const s of problem.stock) {
        const sold = library.get(material)!.stock[Number(s.id)]!;
        expect([sold.width, sold.length, sold.thickness]).toEqual([s.width, s.length, thickness]);
      }
  });
  it('lose a saw’s kerf in timber and ply, nothing under a knife', () => {
    const kerf = (family: string) =>
      new Set(groups.filter(g => library.get(g.material)!.family === family).map(g => g.problem.kerf));
    expect(kerf('timber')).toEqual(new Set([0.003]));
    expect(kerf('board')).toEqual(new Set([0]));
  });
  it('pay a roll by the metre where it is sold so: as far as the pieces reach', () => {
    const roll = { thickness: 0.004, width: 2, length: 20, perPack: 1, price: 240, byMetre: true };
    const carpet = { ...library.get('lining-carpet')!, stock: [roll] };
    const own = makeLibrary([{ ...carpet, id: 'own-carpet' }]);
    const piece = { ...pieces[0]!, material: 'own-carpet', thickness: 0.004, turns: [0] };
    const [group] = cutGroups([{ ...piece, outline: box(1.5, 1.2) }], own);
    const { best } = new NestSearch(group!.problem);
    expect(best.cost).toBeCloseTo((240 / 20) * 1.2, 6);
    expect(packsBought(best, group!.problem)[0]!.items).toBe(1);
  });
  it('are cut from rests at hand first, which cost nothing', () => {
    const [ply] = groups.filter(g => g.material === 'birch-ply' && g.thickness === 0.009);
    const rest = { id: 'a', material: 'birch-ply', thickness: 0.009, width: 1.22, length: 1.9, count: 2 };
    const own = cutGroups(pieces, library, { offcuts: [rest, { ...rest, material: 'pir' }] });
    const again = own.find(g => g.key === ply!.key)!;
    expect(again.problem.stock.filter(s => s.price === 0)).toMatchObject([{ quantity: 2, length: 1.9 }]);
    const [before, after] = [new NestSearch(ply!.problem).best, new NestSearch(again.problem).best];
    // Three panels of which two go into the rests: one sheet instead of three.
    expect(before.used).toHaveLength(3);
    expect(after.cost).toBeCloseTo(before.cost / 3, 9);
  });
  it('are bought in whole packs', () => {
    const damping = groups.find(g => library.get(g.material)!.family === 'damping')!;
    const { best } = new NestSearch(damping.problem);
    const [line] = packsBought(best, damping.problem);
    expect(line!.packs).toBe(Math.ceil(line!.items / line!.stock.perPack));
    expect(best.cost).toBeCloseTo(line!.packs * line!.stock.price, 9);
  });
});

describe('a near miss', () => {
  const problem: NestProblem = {
    // Two pieces of 601 mm on sheets of 1200: each 2 mm narrower and one sheet would do; one alone is 2 mm over.
    pieces: [
      { id: 'a', outline: box(0.601, 2), turns: [0] },
      { id: 'b', outline: box(0.601, 2), turns: [0] },
    ],
    stock: [{ id: 's', width: 1.2, length: 2.4, price: 30, perPack: 1, quantity: null, paid: 'pack' }],
    kerf: 0,
  };
  it('says by how much, and what it saves', () => {
    // Area allows one sheet, so that the search looks for it.
    const search = new NestSearch(problem);
    for (let i = 0; i < 50; i++) search.step();
    expect(search.best.cost).toBe(60);
    const miss = nearMiss(problem, search)!;
    expect(miss.by).toBeCloseTo(0.002, 6);
    expect(miss).toMatchObject({ of: 0.601, saves: 30 });
  });
  it('is none where a piece misses by a hand', () => {
    const far = { ...problem, pieces: problem.pieces.map(p => ({ ...p, outline: box(0.65, 2) })) };
    const search = new NestSearch(far);
    for (let i = 0; i < 50; i++) search.step();
    expect(nearMiss(far, search)).toBeNull();
  });
});

describe('the order of cuts', () => {
  const at = (id: string, x: number, y: number, width: number, length: number): OnSheet => ({
    piece: { id } as CutPiece,
    x,
    y,
    width,
    length,
    turn: 0,
    outline: [],
    holes: [],
  });
  it('parts a sheet from edge to edge, from the datum corner', () => {
    const { cuts, left } = cutSteps(
      [at('a', 0, 0, 0.6, 1), at('b', 0.6, 0, 0.6, 1), at('c', 0, 1, 1.2, 0.5)],
      1.2,
      2.4,
    );
    expect(left).toEqual([]);
    expect(cuts).toEqual([
      { across: true, at: 1, from: 0, to: 1.2 },
      { across: false, at: 0.6, from: 0, to: 1 },
      { across: true, at: 1.5, from: 0, to: 1.2 },
    ]);
  });
  it('leaves what turns like a wheel to be cut out piece by piece', () => {
    const wheel = [at('a', 0, 0, 2, 1), at('b', 2, 0, 1, 2), at('c', 1, 2, 2, 1), at('d', 0, 1, 1, 2)];
    expect(cutSteps(wheel, 3, 3).left).toHaveLength(4);
  });
  it('takes every piece of a nest to its place', () => {
    const [group] = groups;
    const { best } = new NestSearch(group!.problem);
    const byId = new Map(group!.pieces.map(p => [p.id, p]));
    const all = best.used.flatMap(u => piecesOn(best, byId, u.stock, u.index));
    expect(all).toHaveLength(group!.pieces.length);
    for (const p of all) {
      expect(Math.min(...p.outline.map(q => q.x))).toBeCloseTo(p.x, 9);
      expect(Math.max(...p.outline.map(q => q.y))).toBeCloseTo(p.y + p.length, 9);
    }
  });
});

describe('a saw bench', () => {
  it('cuts what is sawn square, from edge to edge; what a knife cuts is not its business', () => {
    const benched = cutGroups(pieces, library, { bench: true });
    for (const { material, problem } of benched)
      expect(problem.guillotine ?? false).toBe(library.get(material)!.cutWith === 'saw');
    const ply = benched.find(g => g.problem.guillotine && g.pieces.some(p => p.outline.length > 4))!;
    expect(ply.problem.pieces.every(p => p.outline.length === 4)).toBe(true);
    const { best } = new NestSearch(ply.problem);
    // Each sheet can be taken apart by straight cuts through the whole of what is left.
    for (const { stock, index } of best.used) {
      const boxes = best.laid
        .filter(l => l.stock === stock && l.index === index)
        .map(l => {
          const { outline } = ply.problem.pieces.find(p => p.id === l.piece)!;
          const [a, b] = [Math.max(...outline.map(p => p.x)), Math.max(...outline.map(p => p.y))];
          return l.turn % 180 === 0 ? { x: l.x, y: l.y, w: a, h: b } : { x: l.x, y: l.y, w: b, h: a };
        });
      expect(parts(boxes)).toBe(true);
    }
  });
});

/** Whether boxes can be parted by cuts from edge to edge. */
function parts(boxes: { x: number; y: number; w: number; h: number }[]): boolean {
  if (boxes.length < 2) return true;
  return boxes.some(({ x, y }) => {
    const [left, right] = [boxes.filter(b => b.x + b.w <= x + 1e-6), boxes.filter(b => b.x >= x - 1e-6)];
    if (left.length > 0 && left.length + right.length === boxes.length) return parts(left) && parts(right);
    const [low, high] = [boxes.filter(b => b.y + b.h <= y + 1e-6), boxes.filter(b => b.y >= y - 1e-6)];
    return low.length > 0 && low.length + high.length === boxes.length && parts(low) && parts(high);
  });
}
