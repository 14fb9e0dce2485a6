import { describe, expect, it } from 'vitest';
import { layUp } from '../../buildup/index.ts';
import { demoDesigns } from '../../demo/index.ts';
import { makeLibrary, materialOf, supplyOf } from '../../materials/index.ts';
import { assumed, type Design } from '../../model/index.ts';
import { cutGroups } from '../cutting/index.ts';
import { holdingOf } from '../holding/index.ts';
import { NestSearch } from '../nesting/index.ts';
import { cutPieces, USUAL_CHOICES } from '../pieces/index.ts';
import { takeOff } from '../takeoff/index.ts';
import { type BuyLine, needsFor, orderList, surveyErrors } from './index.ts';

const library = makeLibrary();
const demo = demoDesigns(library) as [Design, Design];
const mild = { roof: 40, outside: 25, inside: 30 };

function listOf(
  design: Design,
  variant = 0,
  shelf = new Map<string, number>(),
  firstTime = false,
): BuyLine[] {
  const placement = design.variants[variant]!.design;
  const laid = layUp(design.shell, placement, library);
  const pieces = cutPieces(design.shell, placement, laid, library, USUAL_CHOICES);
  const held = holdingOf(pieces, design.shell, placement, library, mild, new Map(), []);
  const cuts = cutGroups(pieces, library).map(group => ({ group, nest: new NestSearch(group.problem).best }));
  const needs = needsFor(
    { ...design, placement, joints: laid.joints, takeOff: takeOff(laid, library), pieces, holdings: held },
    library,
  );
  const by = { supplies: shelf, prices: new Map(), firstTime, errors: surveyErrors(design.shell) };
  return orderList(cuts, takeOff(laid, library), needs, library, by);
}
const line = (lines: BuyLine[], key: string) => lines.find(l => l.key === key)!;

describe('larger tins', () => {
  const tinned = (need: number, price?: number) => {
    const prices = new Map(price === undefined ? [] : [['metal-primer', [{ price, at: '2026-01-01' }]]]);
    const by = { supplies: new Map(), prices, firstTime: false, errors: surveyErrors(demo[0].shell) };
    const one = { supply: supplyOf('metal-primer'), need, why: 'bare steel', uses: ['primer'], error: 0 };
    return orderList([], null, [one], library, by)[0]!;
  };
  it('are told where all of them cost less, and where they do not, or one pays less for small ones, they are not', () => {
    // 0.25 l at 11 and 1 l at 30: three small ones cost 33.
    expect(tinned(0.7).instead).toEqual({ name: 'Zinc primer, 1 l', packs: 1, cost: 30, same: true });
    expect(tinned(0.5).instead).toBeUndefined();
    expect(tinned(0.7, 9).instead).toBeUndefined();
    expect(tinned(1.2).instead).toBeUndefined();
    expect(tinned(1.6).instead).toMatchObject({ packs: 2, cost: 60 });
  });
});

describe('the order', () => {
  it('has no line without a piece or a task that uses it, none twice, and whole packs that are enough', () => {
    for (const design of demo)
      for (const v of design.variants.keys()) {
        const lines = listOf(design, v);
        expect(lines.length).toBeGreaterThan(25);
        expect(new Set(lines.map(l => l.key)).size).toBe(lines.length);
        for (const l of lines) {
          expect(l.uses.length, l.name).toBeGreaterThan(0);
          expect(Number.isInteger(l.packs), l.name).toBe(true);
          expect(l.left, l.name).toBeGreaterThanOrEqual(-1e-9);
          expect(l.cost, l.name).toBeGreaterThanOrEqual(0);
        }
      }
  });
  it('buys of every material what its sheets take, and a spare where no rest would make up for a spoilt piece', () => {
    const [plain, first] = [listOf(demo[0]), listOf(demo[0], 0, new Map(), true)];
    const sheets = plain.filter(l => l.kind === 'sheet');
    expect(sheets.length).toBeGreaterThan(8);
    for (const s of sheets) {
      const again = line(first, s.key);
      expect(again.spare).toBeCloseTo(2 * s.spare, 9);
      expect(again.packs).toBeGreaterThanOrEqual(s.packs);
      if (s.sparePacks > 0) expect(s.why).toContain('spare');
    }
    // Damping comes in packs of which some are left: no spare on top.
    const damping = demo.flatMap(d =>
      [...d.variants.keys()].flatMap(v => listOf(d, v).filter(s => s.key.startsWith('damping-sheet'))),
    );
    expect(damping.some(l => l.sparePacks === 0)).toBe(true);
  });
  it('takes from the shelf first', () => {
    const before = line(listOf(demo[0]), 'knife-blades');
    const some = line(listOf(demo[0], 0, new Map([['knife-blades', 1]])), 'knife-blades');
    const all = line(listOf(demo[0], 0, new Map([['knife-blades', 500]])), 'knife-blades');
    expect(some.shelf).toBe(1);
    expect(some.packs).toBe(Math.ceil((before.need - 1) / 10));
    expect([all.packs, all.cost, all.shelf]).toEqual([0, 0, before.need]);
  });
});

describe('supplies, by hand', () => {
  const lines = listOf(demo[0]);
  const { shell, ready } = demo[0];
  it('rust: spots twice as wide, two coats of primer at 9 m² a litre, a fifth stays in the brush', () => {
    const spots = ready.rust.reduce((sum, r) => sum + (Math.PI / 4) * (2 * r.size.value) ** 2, 0);
    const edges = ready.holes.reduce((sum, h) => sum + Math.PI * h.size.value * 0.02, 0);
    expect(line(lines, 'metal-primer').need).toBeCloseTo(((spots + edges) * 2 * 1.2) / 9, 9);
    // Only what is pitted or through is converted.
    const pitted = ready.rust.filter(r => r.grade !== 'surface');
    expect(line(lines, 'rust-converter').uses).toEqual(pitted.map(r => `rust ${r.id}`));
  });
  it('cable: the route and 15 % of slack, half a metre out at each end, a spare cord beside it', () => {
    const route = { id: 'r', zone: 'L', kind: 'cable route' as const, name: 'feed', rises: false };
    const size = { along: assumed(0.2), up: assumed(1.2), width: assumed(2.4), height: assumed(0.05) };
    const wired = { ...demo[0], shell: { ...shell, uses: [...shell.uses, { ...route, ...size }] } };
    const before = lines.find(l => l.key === 'cable')?.need ?? 0;
    const more = listOf(wired);
    expect(line(more, 'cable').need - before).toBeCloseTo(2.4 * 1.15 + 1, 9);
    expect(line(more, 'cord').need).toBeGreaterThan(line(more, 'cable').need - 1e-9);
  });
  it('degreaser: 50 ml for each square metre that something is stuck to', () => {
    const placement = demo[0].variants[0]!.design;
    const pieces = cutPieces(shell, placement, layUp(shell, placement, library), library, USUAL_CHOICES);
    const stuck = pieces.filter(p => materialOf(library, p.material).selfAdhesive);
    const area = stuck.reduce((sum, p) => sum + p.area, 0);
    const own = line(lines, 'degreaser');
    expect(own.need).toBeCloseTo(0.05 * area, 9);
    expect(own.uses).toHaveLength(stuck.length);
    expect(own.packs).toBe(Math.ceil(own.need / supplyOf('degreaser').amount));
  });
  it('screws: by the length that bites, one every 250 mm round each lining and along what crosses it', () => {
    const screws = lines.filter(l => l.key.startsWith('screws-'));
    expect(screws.length).toBeGreaterThan(1);
    const walls = screws.find(l => l.uses.some(u => u.startsWith('L1w')))!;
    expect(walls.key).toBe('screws-16');
    expect(walls.need).toBeGreaterThan(4 * 20);
  });
  it('tools come with what asks for them, and only then', () => {
    expect(line(lines, 'jigsaw').uses.length).toBeGreaterThan(0);
    expect(line(lines, 'foam-gun').uses.some(u => u.includes('fill'))).toBe(true);
    expect(lines.some(l => l.key === 'pins')).toBe(false);
    expect(() => supplyOf('unobtainium')).toThrow(RangeError);
  });
});
