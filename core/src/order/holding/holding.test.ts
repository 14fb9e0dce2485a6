import { describe, expect, it } from 'vitest';
import { layUp } from '../../buildup/index.ts';
import { materialOf } from '../../materials/index.ts';
import { guess } from '../../model/index.ts';
import { ribDepth } from '../../survey/geometry/index.ts';
import { library, perigee } from '../../testing/index.ts';
import { cutPieces, USUAL_CHOICES } from '../pieces/index.ts';
import { type ChosenHold, glueFor, type Holding, type Hottest, holdingOf, mayBeHeld } from './index.ts';
import { screwFor } from './screws.ts';

const mild: Hottest = { roof: 20, outside: 20, inside: 20 };
const held = (
  variant: number,
  hottest = mild,
  wettest: ReadonlyMap<string, number> = new Map(),
  chosen: ChosenHold[] = [],
) => {
  const placement = perigee.variants[variant]!.design;
  const pieces = cutPieces(
    perigee.shell,
    placement,
    layUp(perigee.shell, placement, library),
    library,
    USUAL_CHOICES,
  );
  const all = holdingOf(pieces, perigee.shell, placement, library, hottest, wettest, chosen);
  const of = (id: string) => ({
    piece: pieces.find(p => p.id === id)!,
    holding: all.find(h => h.piece === id)!,
  });
  return { pieces, all, of };
};
const ORDER: Holding['verdict'][] = ['comes down', 'doubtful', 'holds'];

describe('what holds a piece', () => {
  it('is said of every piece, and every factor is a band', () => {
    const { pieces, all } = held(0);
    expect(all.map(h => h.piece)).toEqual(pieces.map(p => p.id));
    for (const { factor } of all)
      for (const [least, likely, most] of [factor.dry, factor.wet, factor.hot]) {
        expect(least).toBeLessThanOrEqual(likely);
        expect(likely).toBeLessThanOrEqual(most);
      }
  });
  it('bears a board’s weight by statics: a bead round it against twice its weight on the road', () => {
    const { piece, holding } = held(0).of('C1b fill');
    const [w, h] = [Math.max(...piece.outline.map(p => p.x)), Math.max(...piece.outline.map(p => p.y))];
    const { density } = materialOf(library, piece.material);
    const weight = piece.area * piece.thickness * density * 9.81;
    expect(holding).toMatchObject({ by: 'bead', lies: 'overhead', verdict: 'holds' });
    expect(holding.factor.dry[1]).toBeCloseTo((2 * (w + h) * 75) / (2 * weight), 6);
    expect(holding.factor.dry[0]).toBeCloseTo((2 * (w + h) * 30) / (3 * weight), 6);
    // Foam board drinks nothing.
    expect(holding.factor.wet).toEqual(holding.factor.dry);
  });
  it('falls with the water in fibre as its weight grows', () => {
    const wet = new Map(perigee.shell.zones.flatMap(z => z.bays.map(b => [b.id, 2] as const)));
    const { holding, piece } = held(2, mild, wet).of('L1u fill');
    expect(holding.water).toBeCloseTo(2 * piece.area, 9);
    expect(holding.factor.wet[1] / holding.factor.dry[1]).toBeCloseTo(
      holding.mass / (holding.mass + holding.water),
      9,
    );
  });
  it('comes down overhead when it is only pressed in; strings hold it, and so does its lining', () => {
    const { holding } = held(2).of('C1b fill');
    expect(holding).toMatchObject({
      by: 'friction',
      verdict: 'comes down',
      instead: 'strings',
      untilLined: true,
    });
    const placement = perigee.variants[2]!.design;
    const buildUp = placement.buildUps.find(b => b.id === placement.zones.C)!;
    const layer = buildUp.layers.find(l => l.role === 'fill')!;
    const chosen = [{ buildUp: buildUp.id, layer: layer.id, by: 'strings' as const }];
    expect(held(2, mild, new Map(), chosen).of('C1b fill').holding).toMatchObject({
      by: 'strings',
      verdict: 'holds',
    });
  });
  it('softens as the roof gets hot, and comes down once its bond’s limit is reached', () => {
    const at = (roof: number) => held(1, { roof, outside: 30, inside: 45 }).of('C1b fill').holding;
    expect(at(20.001).factor.hot[1]).toBeCloseTo(at(20).factor.dry[1], 0);
    expect(at(60).factor.hot[1]).toBeLessThan(at(40).factor.hot[1]);
    const { limit, heat } = at(60);
    expect(limit).toBe(materialOf(library, 'elastomeric-plain').bondLimit);
    expect(heat!).toBeLessThanOrEqual(60);
    expect(at(120)).toMatchObject({ verdict: 'comes down', when: 'hot' });
    expect(held(2).of('C1b fill').holding.when).toBe('dry');
    expect(at(120).factor.hot).toEqual([0, 0, 0]);
    const verdicts = [40, 60, 75, 120].map(t => ORDER.indexOf(at(t).verdict));
    expect(verdicts).toEqual([...verdicts].sort((a, b) => b - a));
  });
  it('on a floor lies, whatever it weighs', () => {
    const floor = held(0).all.filter(h => h.lies === 'flat');
    expect(floor.length).toBeGreaterThan(10);
    for (const h of floor) expect([h.by, h.verdict]).toEqual(['rests', 'holds']);
  });
});

describe('solvents', () => {
  it('keep a spray off polystyrene: it is refused, not bought, and what serves is named', () => {
    const xps = materialOf(library, 'xps');
    expect(mayBeHeld(xps, 'spray', library)).toBe(false);
    expect(glueFor(xps, 'spray', library)).toBeNull();
    for (const way of ['bead', 'tape', 'batten', 'friction'] as const)
      expect(mayBeHeld(xps, way, library)).toBe(true);
    expect(mayBeHeld(materialOf(library, 'pir'), 'spray', library)).toBe(true);
    // On a wall of polystyrene, sprayed by choice.
    const placement = structuredClone(perigee.variants[0]!.design);
    const wall = placement.buildUps.find(b => b.id === placement.zones.L)!;
    const fill = wall.layers.find(l => l.role === 'fill')!;
    Object.assign(fill, { material: 'xps', thickness: 0.03 });
    const laid = layUp(perigee.shell, placement, library);
    const pieces = cutPieces(perigee.shell, placement, laid, library, USUAL_CHOICES);
    const chosen = [{ buildUp: wall.id, layer: fill.id, by: 'spray' as const }];
    const all = holdingOf(pieces, perigee.shell, placement, library, mild, new Map(), chosen);
    const boards = all.filter(h => pieces.find(p => p.id === h.piece)!.material === 'xps');
    expect(boards.length).toBeGreaterThan(5);
    for (const h of boards) {
      expect(h).toMatchObject({ refused: 'spray', by: 'bead' });
      expect(h.instead).not.toBe('spray');
      expect(materialOf(library, h.glue!).solvent).not.toBe('gives off');
    }
  });
  it('of a material that names such a glue itself are not taken either', () => {
    const own = { ...materialOf(library, 'eps'), id: 'own-eps', fixedWith: 'contact-spray' };
    const more = new Map([...library, [own.id, own]]);
    expect(glueFor(own, 'spray', more)).toBeNull();
    expect(glueFor(own, 'bead', more)!.id).toBe('mastic');
  });
});

describe('screws of a lining', () => {
  it('bite in batten or rib and stay clear of the outer skin', () => {
    const { all } = held(0);
    const screwed = all.flatMap(h => (h.screw ? [h.screw] : []));
    expect(screwed.length).toBeGreaterThan(10);
    for (const s of screwed) {
      expect(s.ok).toBe(true);
      expect(s.length!).toBeLessThanOrEqual(s.most);
      expect(s.most).toBeCloseTo(s.room - (s.over.length > 0 ? 0.01 : 0.005), 9);
      expect(s.length!).toBeGreaterThanOrEqual(s.least - 1e-9);
    }
    // 6 mm of ply on the rib: 8 mm more for the point, so the next sold above 14 mm.
    const wall = all.find(h => h.screw && h.lies === 'upright' && h.piece.startsWith('L1w'))!.screw!;
    expect(wall).toMatchObject({ length: 0.016, into: 'rib' });
  });
  it('of a floor go by the stack that is really there, whatever its members stand out below', () => {
    const { all } = held(0);
    const floor = all.filter(h => h.screw && h.lies === 'flat').map(h => h.screw!);
    expect(floor.length).toBeGreaterThan(0);
    // 9 mm of ply on 25 mm battens on a flat panel: 34 mm to the steel, and a 40 mm screw is through it.
    for (const s of floor) {
      expect(s.room).toBeCloseTo(0.034, 9);
      expect(s.most).toBeLessThan(0.034);
    }
    const zone = perigee.shell.zones.find(z => z.kind === 'floor')!;
    expect(zone.ribs[0]!.depth.value).toBeGreaterThan(0.03);
    expect(ribDepth(zone, zone.ribs[0]!)).toBe(0);
  });
  it('are fewer millimetres over a line, between ribs where the cavity is shallower, and none on a floor without battens', () => {
    const zone = perigee.shell.zones.find(z => z.kind === 'floor')!;
    const [bay] = zone.bays;
    const lining = { id: 'l', role: 'lining' as const, material: 'birch-ply', thickness: 0.009 };
    const batten = {
      id: 'b',
      role: 'batten' as const,
      material: 'batten',
      thickness: 0.025,
      width: 0.05,
      spacing: 0.4,
    };
    const plain = screwFor({ layers: [batten, lining] }, bay!, zone)!;
    const line = {
      id: 'k',
      kind: 'fuel or brake line' as const,
      bay: bay!.id,
      at: { along: guess(0.1), up: guess(0.1) },
      width: guess(0.05),
      height: guess(0.05),
      clearance: guess(0.03),
      note: '',
    };
    const over = screwFor({ layers: [batten, lining] }, bay!, { ...zone, keepClears: [line] })!;
    expect(over.over).toEqual(['fuel or brake line']);
    expect(over.most).toBeLessThan(plain.most);
    expect(screwFor({ layers: [lining] }, bay!, zone)).toBeNull();
    const wall = perigee.shell.zones.find(z => z.id === 'L')!;
    const shallow = { ...wall.bays[0]!, depthMin: guess(0.02) };
    const between = screwFor({ layers: [batten, lining] }, shallow, wall)!;
    expect(between).toMatchObject({ at: 'between ribs' });
    expect(between.room).toBeCloseTo(0.02 + 0.025 + 0.009, 9);
  });
  it('squeak where wood lies on the steel of ribs, not over a bead, a film or a batten', () => {
    const { all } = held(0);
    const of = (start: string) => all.find(h => h.piece.startsWith(start))!;
    expect(of('L1w–L2u lining').squeaks).toBe(true);
    expect(all.filter(h => h.by === 'rests' && h.piece.includes('lining')).every(h => !h.squeaks)).toBe(true);
    expect(all.filter(h => h.piece.includes('batten')).every(h => !h.squeaks)).toBe(true);
  });
});
