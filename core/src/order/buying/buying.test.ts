import { describe, expect, it } from 'vitest';
import { layUp } from '../../buildup/index.ts';
import { demoDesigns } from '../../demo/index.ts';
import { materialOf, supplyOf } from '../../materials/index.ts';
import { assumed, type Design } from '../../model/index.ts';
import { library } from '../../testing/index.ts';
import { cutGroups } from '../cutting/index.ts';
import { holdingOf } from '../holding/index.ts';
import { NestSearch } from '../nesting/index.ts';
import { cutPieces, USUAL_CHOICES } from '../pieces/index.ts';
import { takeOff } from '../takeoff/index.ts';
import { type BuyLine, enoughOf, needsFor, orderList, ordersOf, surveyErrors } from './index.ts';

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
  const tinned = (need: number, { at = 0, price }: { at?: number; price?: number } = {}) => {
    const prices = new Map(price === undefined ? [] : [['metal-primer', [{ price, at: '2026-01-01' }]]]);
    const supplies = new Map(at > 0 ? [['metal-primer', at]] : []);
    const by = { supplies, prices, firstTime: false, errors: surveyErrors(demo[0].shell) };
    const one = { supply: supplyOf('metal-primer'), need, why: 'bare steel', uses: ['primer'], error: 0 };
    return orderList([], null, [one], library, by);
  };
  const bought = (...args: Parameters<typeof tinned>) =>
    Object.fromEntries(tinned(...args).map(l => [l.key, l.packs]));
  // 0.25 l at 11 and 1 l at 30.
  it('are bought where they cost less, beside small ones where that costs least, and not where one pays less for small ones', () => {
    expect(bought(0.7)).toEqual({ 'metal-primer/1': 1 });
    expect(bought(0.5)).toEqual({ 'metal-primer': 2 });
    expect(bought(1.2)).toEqual({ 'metal-primer': 1, 'metal-primer/1': 1 });
    expect(bought(1.7)).toEqual({ 'metal-primer/1': 2 });
    expect(bought(0.7, { price: 9 })).toEqual({ 'metal-primer': 3 });
    expect(bought(0.7, { at: 0.3 })).toEqual({ 'metal-primer': 2 });
    expect(bought(0.7, { at: 1 })).toEqual({ 'metal-primer': 0 });
  });
  it('cost no more than any other packs that do, hold what is needed, and count the shelf once', () => {
    for (const at of [0, 0.4])
      for (let need = 0.05; need < 6; need += 0.13) {
        const lines = tinned(need, { at });
        const held = lines.reduce((sum, l) => sum + l.packs * (l.key === 'metal-primer' ? 0.25 : 1), 0);
        const cost = lines.reduce((sum, l) => sum + l.cost, 0);
        expect(held + at).toBeGreaterThanOrEqual(need - 1e-9);
        expect(lines.reduce((sum, l) => sum + l.need, 0)).toBeCloseTo(need, 9);
        expect(lines.reduce((sum, l) => sum + l.shelf, 0)).toBeCloseTo(Math.min(at, need), 9);
        expect(lines.filter(l => l.supply!.counts)).toHaveLength(1);
        for (const l of lines) expect(l.left).toBeGreaterThanOrEqual(-1e-9);
        for (let large = 0; large <= 7; large++) {
          const small = Math.max(0, Math.ceil((need - at - large) / 0.25 - 1e-9));
          expect(cost).toBeLessThanOrEqual(large * 30 + small * 11 + 1e-9);
        }
      }
  });
  const ordered = (lines: { key: string; packs: number }[]) =>
    ordersOf([
      {
        id: 'o',
        at: '2026-01-02T00:00:00Z',
        fact: {
          kind: 'ordered',
          order: 'o',
          van: 'a',
          supplier: 'S',
          lead: 2,
          lines: lines.map(l => ({ ...l, name: 'Zinc primer', price: 11 })),
        },
      },
    ]);
  it('do for what was ordered in small ones, and small ones for what was ordered in large', () => {
    const enough = (need: number, ...lines: { key: string; packs: number }[]) =>
      enoughOf(tinned(need), ordered(lines), new Set(['a']), new Set()).map(e => [e.verdict, e.open]);
    const [small, large] = ['metal-primer', 'metal-primer/1'];
    expect(enough(0.7)).toEqual([['short', 1]]);
    expect(enough(0.7, { key: small, packs: 3 })).toEqual([['enough', 0]]);
    expect(enough(0.7, { key: small, packs: 2 })).toEqual([['short', 1]]);
    expect(enough(0.5, { key: large, packs: 1 })).toEqual([['enough', 0]]);
    const short = (open: number) => ['short', open];
    expect(enough(1.2)).toEqual([short(1), short(1)]);
    // 0.2 l are missing: the small one does.
    expect(enough(1.2, { key: large, packs: 1 })).toEqual([short(1), short(0)]);
    expect(enough(1.2, { key: small, packs: 1 })).toEqual([short(0), short(1)]);
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
