import { describe, expect, it } from 'vitest';
import { layUp } from '../../buildup/index.ts';
import { makeLibrary } from '../../materials/index.ts';
import {
  assumed,
  type BuildUp,
  type Layer,
  type Placement,
  type Shell,
  type Zone,
} from '../../model/index.ts';
import { generateShell } from '../../survey/patterns/index.ts';
import { library } from '../../testing/index.ts';
import { massLines, massPerArea } from '../load/index.ts';
import { takeOff } from './takeOff.ts';

/** One wall of two stations and two strips: bays 500 x 400 mm, one rib and one rail of 50 mm. */
function wall(): Zone {
  const bay = (station: number, strip: number) => ({
    id: `L${station}${strip === 1 ? 'w' : 'u'}`,
    station,
    strip,
    width: assumed(0.5),
    height: assumed(0.4),
    depthMin: assumed(0.04),
    depthMax: assumed(0.04),
  });
  return {
    id: 'L',
    kind: 'wall',
    name: 'left wall',
    side: 'left',
    length: assumed(1.05),
    height: assumed(0.85),
    offset: assumed(0),
    rail: assumed(0.05),
    ribs: [{ id: 'Lr1', after: 1, width: assumed(0.05), depth: assumed(0.04) }],
    bays: [bay(1, 1), bay(1, 2), bay(2, 1), bay(2, 2)],
    openings: [],
    pockets: [],
    keepClears: [],
    features: [],
    points: [],
  };
}

const shellOf = (...zones: Zone[]): Shell => ({ ...generateShell('compact'), zones });
const layer = (
  role: 'fill' | 'over-rib' | 'vapour control' | 'lining' | 'finish',
  material: string,
  mm: number,
): Layer => ({ id: role, role, material, thickness: mm / 1000 });
const placed = (layers: Layer[], change: Partial<BuildUp> = {}): Placement => ({
  buildUps: [{ id: 'b', name: 'b', layers, seams: 'taped', sealQuality: 0.9, ...change }],
  zones: { L: 'b' },
  bays: {},
  sheets: {},
});
const run = (layers: Layer[], zone = wall(), change: Partial<BuildUp> = {}) =>
  takeOff(layUp(shellOf(zone), placed(layers, change), library), library);
const joints = (layers: Layer[], change: Partial<BuildUp> = {}) =>
  layUp(shellOf(wall()), placed(layers, change), library).joints;
const line = (result: ReturnType<typeof takeOff>, material: string) =>
  result.lines.find(l => l.material === material)!;

describe('pieces of a wall of four bays', () => {
  it('cuts boards per bay, 3 mm under size', () => {
    const { pieces } = run([layer('fill', 'pir', 40)]);
    expect(pieces.map(p => p.id)).toEqual(['L1w fill', 'L1u fill', 'L2w fill', 'L2u fill']);
    for (const p of pieces)
      expect([p.width, p.height]).toEqual([expect.closeTo(0.497, 9), expect.closeTo(0.397, 9)]);
  });

  it('cuts fibre 15 mm over size, self-adhesive foam exact', () => {
    expect(run([layer('fill', 'recycled-polyester', 50)]).pieces[0]).toMatchObject({
      width: expect.closeTo(0.515, 9),
      height: expect.closeTo(0.415, 9),
    });
    expect(run([layer('fill', 'elastomeric-plain', 19)]).pieces[0]).toMatchObject({
      width: 0.5,
      height: 0.4,
    });
  });

  it('cuts a lining per station, from rib middle to rib middle and over the rail', () => {
    const { pieces } = run([layer('lining', 'birch-ply', 6)]);
    expect(pieces.map(p => [p.id, p.width, p.height])).toEqual([
      ['L1w–L1u lining', expect.closeTo(0.525, 9), expect.closeTo(0.85, 9)],
      ['L2w–L2u lining', expect.closeTo(0.525, 9), expect.closeTo(0.85, 9)],
    ]);
  });

  it('runs a membrane off the roll along the whole wall', () => {
    const { pieces } = run([layer('vapour control', 'pe-film', 0.2)]);
    expect(pieces).toHaveLength(1);
    expect(pieces[0]).toMatchObject({ width: expect.closeTo(1.05, 9), height: expect.closeTo(0.85, 9) });
  });

  it('breaks the run where a bay is left out', () => {
    const placement = { ...placed([layer('vapour control', 'pe-film', 0.2)]), bays: { L1u: null } };
    const { pieces } = takeOff(layUp(shellOf(wall()), placement, library), library);
    expect(pieces.map(p => p.bays.join(' '))).toEqual(['L1w', 'L2w L2u']);
  });

  it('scales a damping sheet to the share it covers', () => {
    const damping: Layer = {
      id: 'd',
      role: 'damping',
      material: 'damping-sheet',
      thickness: 0.002,
      coverage: 0.25,
    };
    const { pieces } = run([damping]);
    expect(pieces).toHaveLength(4);
    expect(pieces[0]).toMatchObject({ width: 0.25, height: 0.2 });
  });

  it('leaves out the fill where a window takes nearly all of a bay, not the lining', () => {
    const zone = wall();
    zone.openings.push({
      id: 'W',
      bay: 'L1w',
      kind: 'window',
      width: assumed(0.48),
      height: assumed(0.38),
      glazing: 'glass',
    });
    const { pieces } = run([layer('fill', 'pir', 40), layer('lining', 'birch-ply', 6)], zone);
    expect(pieces.filter(p => p.material === 'pir')).toHaveLength(3);
    expect(pieces.filter(p => p.material === 'birch-ply')).toHaveLength(2);
  });
});

describe('joints and tape, by hand', () => {
  it('tapes each board all round: 4 x 1.8 m, with a tenth for waste', () => {
    const result = run([layer('fill', 'pir', 40)]);
    const [joint] = joints([layer('fill', 'pir', 40)]);
    expect(joint).toMatchObject({ depth: 0.04, taped: true, material: 'pir' });
    expect(joint!.length).toBeCloseTo(7.2, 9);
    expect(line(result, 'foil-tape-75').need).toBeCloseTo(7.92, 9);
    expect(line(result, 'foil-tape-75').packs).toBe(1);
  });

  it('counts a lining’s joints once for two neighbours, and buys no tape when they stay open', () => {
    const result = run([layer('lining', 'birch-ply', 6)], wall(), { seams: 'butted' });
    const [joint] = joints([layer('lining', 'birch-ply', 6)], { seams: 'butted' });
    expect(joint!.length).toBeCloseTo(2 * (0.525 + 0.85), 9);
    expect(joint!.taped).toBe(false);
    expect(result.lines.map(l => l.material)).toEqual(['birch-ply']);
  });

  it('puts the joints on the membrane when there is one, with its own tape', () => {
    const layers = [
      layer('fill', 'pir', 40),
      layer('vapour control', 'pe-film', 0.2),
      layer('lining', 'birch-ply', 6),
    ];
    const result = run(layers);
    expect(joints(layers)[0]!.length).toBeCloseTo(1.05 + 0.85, 9);
    expect(line(result, 'membrane-tape').need).toBeCloseTo(1.9 * 1.1, 9);
    expect(line(result, 'foil-tape-75')).toBeUndefined();
  });
});

describe('what fixes it, by hand', () => {
  it('foams joints by their volume: 7.2 m, 13.5 mm wide and 40 deep, a tenth wasted, 12 l a can', () => {
    const foam = line(run([layer('fill', 'pir', 40)], wall(), { seams: 'foamed' }), 'canned-foam');
    expect(foam).toMatchObject({
      need: expect.closeTo(7.2 * 0.0135 * 0.04 * 1000 * 1.1, 9),
      unit: 'l',
      packs: 1,
    });
  });

  it('foams no joint that is taped: a bead alone holds the board', () => {
    const foam = line(run([layer('fill', 'pir', 40)]), 'canned-foam');
    expect(foam.need).toBeCloseTo(7.2 * 0.06 * 1.1, 9);
  });

  it('sprays cork over its area: 0.8 m2 and a tenth at 3 m2 a can', () => {
    const spray = line(run([layer('fill', 'cork-sheet', 20)]), 'contact-spray');
    expect(spray).toMatchObject({ need: expect.closeTo(0.88, 9), unit: 'm²', packs: 1 });
  });

  it('needs nothing for what sticks by itself', () =>
    expect(
      run([layer('fill', 'elastomeric-plain', 19)], wall(), { seams: 'butted' }).lines.map(l => l.material),
    ).toEqual(['elastomeric-plain']));
});

describe('battens', () => {
  const battens = (spacing: number): Layer => ({
    id: 't',
    role: 'batten',
    material: 'batten',
    thickness: 0.025,
    width: 0.038,
    spacing,
  });

  it('stand no further apart than their spacing: ceil((1.05 - 0.038) / 0.4) + 1 of 0.85 m, two off a 2.4 m length', () => {
    const timber = line(run([battens(0.4)]), 'batten');
    expect(timber).toMatchObject({ pieces: 4, need: expect.closeTo(3.4, 9), items: 2, packs: 2 });
  });

  it('weigh their share of the area: 0.025 x 500 x 0.038 / 0.4', () =>
    expect(massPerArea(battens(0.4), library)).toBeCloseTo(1.1875, 9));
});

describe('mass', () => {
  it('takes openings off and counts the ribs under a lining', () => {
    const zone = wall();
    zone.openings.push({
      id: 'W',
      bay: 'L1w',
      kind: 'window',
      width: assumed(0.3),
      height: assumed(0.2),
      glazing: 'glass',
    });
    const { covers } = layUp(shellOf(zone), placed([layer('lining', 'birch-ply', 6)]), library);
    const [only] = massLines(covers, library);
    expect(only!.area).toBeCloseTo(1.05 * 0.85 - 0.06, 9);
    expect(only!.mass).toBeCloseTo((1.05 * 0.85 - 0.06) * 0.006 * 680, 9);
  });
  it('gives air no weight', () =>
    expect(massPerArea({ id: 'a', role: 'air gap', thickness: 0.02 }, library)).toBe(0));
});

describe('packs', () => {
  it('cost whole packs, shared out by use', () => {
    const result = run([layer('fill', 'pir', 40)]);
    const pir = line(result, 'pir');
    expect(pir).toMatchObject({ items: 1, packs: 1, cost: 38 });
    expect(pir.used).toBeCloseTo((4 * 0.497 * 0.397) / (1.2 * 2.4), 9);
    expect(result.costByZone.L).toBeCloseTo(result.cost, 9);
  });

  it('round a box of ten damping sheets up', () => {
    const damping: Layer = {
      id: 'd',
      role: 'damping',
      material: 'damping-sheet',
      thickness: 0.002,
      coverage: 1,
    };
    // A 500 x 400 mm bay needs two parts of a 375 x 500 mm sheet: 8 parts, 250 x 400 each, none paired on one sheet.
    expect(line(run([damping]), 'damping-sheet')).toMatchObject({ pieces: 8, packs: 1, cost: 62 });
  });

  it('order nothing for a bare van', () =>
    expect(
      takeOff(layUp(shellOf(wall()), { buildUps: [], zones: {}, bays: {}, sheets: {} }, library), library),
    ).toMatchObject({
      lines: [],
      pieces: [],
      cost: 0,
    }));
});

describe('boards in courses and rolls by the metre, estimated', () => {
  it('count boards by what they cover, and slats with their gap', () => {
    const count = (material: string) => line(run([layer('lining', material, 9)]), material).pieces;
    // Two stations 850 mm high and 525 wide (to the middle of the rib), boards across: 850 / 88, and 850 / 51.
    expect(count('tongue-and-groove')).toBe(2 * Math.min(Math.ceil(0.85 / 0.088), Math.ceil(0.525 / 0.088)));
    expect(count('slats')).toBe(2 * Math.min(Math.ceil(0.85 / 0.051), Math.ceil(0.525 / 0.051)));
  });
  it('pay a part of a roll that is sold by the metre', () => {
    const roll = library.get('lining-carpet')!;
    const metre = makeLibrary([
      { ...roll, id: 'own', stock: [{ ...roll.stock[0]!, length: 20, price: 200, byMetre: true }] },
    ]);
    const shell = shellOf(wall());
    const placement = placed([layer('finish', 'own', 4)]);
    const own = line(takeOff(layUp(shell, placement, metre), metre), 'own');
    expect(own.packs).toBe(1);
    expect(own.cost).toBeCloseTo((200 * own.need) / (2 * 20) / 0.85, 6);
    expect(own.used).toBeCloseTo(0.85, 6);
  });
});
