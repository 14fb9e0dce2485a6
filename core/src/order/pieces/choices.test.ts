import { describe, expect, it } from 'vitest';
import { layUp } from '../../buildup/index.ts';
import { makeLibrary, materialOf } from '../../materials/index.ts';
import type { Placement } from '../../model/index.ts';
import { library, perigee } from '../../testing/index.ts';
import { type CutChoices, type CutPiece, choicesOf, cutPieces, USUAL_CHOICES } from './index.ts';
import { boxOf } from './region.ts';

const built = perigee.variants[0]!.design;
const cut = (choices: Partial<CutChoices>, placement: Placement = built, shell = perigee.shell): CutPiece[] =>
  cutPieces(shell, placement, layUp(shell, placement, library), library, { ...USUAL_CHOICES, ...choices });
const linings = (pieces: CutPiece[], zone: string) =>
  pieces.filter(p => p.zone === zone && p.role === 'lining');
const size = (p: CutPiece) => boxOf(p.outline);
const edge = (p: CutPiece, name: string) => p.edges.find(e => e.edge === name)!;
/** A placement with another lining in one kind of zone. */
const lined = (of: string, material: string, thickness: number): Placement => {
  const copy = structuredClone(built);
  for (const b of copy.buildUps)
    if (b.name.startsWith(of))
      for (const l of b.layers) if (l.role === 'lining') Object.assign(l, { material, thickness });
  return copy;
};
const upper = (pieces: CutPiece[]) => Math.max(...pieces.map(p => p.at.up + size(p).height));

it('what a cut list says stands, and the usual where it says nothing', () => {
  expect(choicesOf({})).toEqual(USUAL_CHOICES);
  expect(choicesOf({ gapBehind: 0.004, grain: 'crosswise', corner: 0.12 })).toMatchObject({
    gapBehind: 0.004,
    grain: 'crosswise',
    corner: 0.12,
    runOn: true,
  });
});

describe('boards on a curve', () => {
  it('are cut into strips where the person wants strips, together as long as the skin between their edges', () => {
    const scored = cut({}).filter(p => p.id.startsWith('C1b fill'));
    const strips = cut({ strips: true }).filter(p => p.id.startsWith('C1b fill'));
    expect(scored).toHaveLength(1);
    const marks = scored[0]!.lines.filter(l => l.kind === 'score').length;
    expect(strips).toHaveLength(marks + 1);
    expect(strips.every(p => p.lines.length === 0)).toBe(true);
    const sum = (pieces: CutPiece[]) => pieces.reduce((s, p) => s + size(p).height, 0);
    const { allowance } = materialOf(library, scored[0]!.material);
    expect(sum(strips) - strips.length * allowance).toBeCloseTo(sum(scored) - allowance, 5);
    // Flat strips between two points of an arc are longer than its chord and shorter than the arc: 2 R n sin(θ/2n).
    const bay = perigee.shell.zones.flatMap(z => z.bays).find(b => b.id === 'C1b')!;
    const R = 0.4 ** 2 / (8 * 0.006) + 0.003;
    const half = Math.asin(bay.height.value / (2 * R));
    const n = marks + 1;
    expect(sum(scored) - allowance).toBeCloseTo(2 * R * n * Math.sin(half / n), 5);
    expect(sum(scored) - allowance).toBeGreaterThan(bay.height.value);
    expect(sum(scored) - allowance).toBeLessThan(2 * R * half);
  });
});

describe('an angled panel across the corners', () => {
  const plain = cut({});
  const cornered = cut({ corner: 0.15 });
  it('lets walls and ceiling end 20 mm behind it', () => {
    const { TOP } = Object.fromEntries(linings(plain, 'L')[0]!.edges.map(e => [e.edge, e.leave]));
    const less = upper(linings(plain, 'L')) - upper(linings(cornered, 'L'));
    // 150 mm at 45° stands 106.1 mm from the corner; the wall goes on 20 mm, and at that free edge loses a millimetre.
    expect(less + TOP! - 0.001).toBeCloseTo(0.15 / Math.SQRT2 - 0.02, 3);
    const [before, after] = [linings(plain, 'C')[0]!, linings(cornered, 'C')[0]!];
    expect(size(before).height - size(after).height).toBeGreaterThan(2 * 0.08);
  });
  it('is cut itself, for each wall as long as it is, in no more lengths than the sheet needs', () => {
    const own = cornered.filter(p => p.role === 'corner');
    expect(new Set(own.map(p => p.zone))).toEqual(new Set(['L', 'R']));
    for (const p of own) expect(size(p).height).toBeCloseTo(0.15, 6);
    const left = own.filter(p => p.zone === 'L');
    expect(left).toHaveLength(2);
    expect(plain.some(p => p.role === 'corner')).toBe(false);
  });
});

describe('what furniture hides', () => {
  it('is said of a sheet, which may then fit loosely', () => {
    const pieces = cut({ plainBehind: true });
    const hidden = pieces.filter(p => p.notes.some(n => n.startsWith('hidden behind')));
    expect(hidden.length).toBeGreaterThan(0);
    for (const p of hidden) {
      // The galley: 480 to 1600 mm, 900 mm high.
      expect(p.at.along).toBeGreaterThanOrEqual(0.48);
      expect(p.at.along + size(p).width).toBeLessThanOrEqual(1.6);
      expect(p.at.up + size(p).height).toBeLessThanOrEqual(0.9);
      expect(edge(p, 'BOTTOM').why).toContain('hidden');
    }
  });
  it('is lined with a cheaper sheet as thick, its joints on ribs and out of sight, and no area is lost', () => {
    const [dear, plain] = [linings(cut({}), 'L'), linings(cut({ plainBehind: true }), 'L')];
    const swapped = plain.filter(p => p.material !== dear[0]!.material);
    expect(swapped.length).toBeGreaterThan(0);
    const perArea = (id: string, thickness: number) => {
      const s = materialOf(library, id).stock.find(k => Math.abs(k.thickness - thickness) < 0.0011)!;
      return s.price / (s.width * s.length * s.perPack);
    };
    for (const p of swapped) {
      expect(perArea(p.material, p.thickness)).toBeLessThan(perArea(dear[0]!.material, p.thickness));
      expect(Math.abs(p.thickness - dear[0]!.thickness)).toBeLessThan(0.0011);
    }
    const area = (pieces: CutPiece[]) => pieces.reduce((s, p) => s + p.area, 0);
    expect(Math.abs(area(plain) - area(dear))).toBeLessThan(0.02);
  });
});

describe('panels that are there already', () => {
  const panel = {
    id: 'p1',
    name: 'old panel',
    zone: 'L',
    along: 0.2,
    up: 1,
    width: 0.6,
    height: 0.5,
    marks: [],
  };
  it('stay as they are: nothing else is cut over them', () => {
    const area = (pieces: CutPiece[]) => linings(pieces, 'L').reduce((s, p) => s + p.area, 0);
    const without = cut({});
    const round = cut({ panels: [panel] });
    expect(area(without) - area(round)).toBeCloseTo(0.602 * 0.502, 2);
    expect(round.filter(p => p.role === 'fill')).toEqual(without.filter(p => p.role === 'fill'));
  });
  it('have a batten under each end that finds none, where there are battens', () => {
    const battens = (pieces: CutPiece[]) => pieces.filter(p => p.role === 'batten' && p.zone === 'F');
    const floor = { ...panel, zone: 'F', along: 0.33, up: 0.3 };
    const more = battens(cut({ panels: [floor] }));
    const middles = more.map(p => p.at.along + size(p).width / 2);
    expect(more.length).toBeGreaterThan(battens(cut({})).length);
    for (const end of [0.33, 0.93])
      expect(Math.min(...middles.map(at => Math.abs(at - end)))).toBeLessThan(0.012);
  });
});

describe('a sheet that bound', () => {
  it('is smaller by what came off, at that edge alone, and says so', () => {
    const [before] = linings(cut({}), 'F') as [CutPiece];
    const trims = [{ piece: before.id, edge: 'LEFT' as const, by: 0.003 }];
    const after = linings(cut({ trims }), 'F').find(p => p.id === before.id)!;
    expect(size(before).height - size(after).height).toBeCloseTo(0.003, 6);
    expect(size(after).width).toBeCloseTo(size(before).width, 6);
    expect(after.at.up - before.at.up).toBeCloseTo(0.003, 6);
    expect(edge(after, 'LEFT').leave - edge(before, 'LEFT').leave).toBeCloseTo(0.003, 9);
    expect(edge(after, 'LEFT').why).toContain('where it bound');
  });
});

describe('linings beside others', () => {
  it('of a wall stand on the floor: what rises there is left off below', () => {
    const floor = built.buildUps.find(b => b.name === 'Floor')!.layers;
    const thick = (role: string) => floor.find(l => l.role === role)!.thickness;
    const bottom = edge(linings(cut({}), 'L')[0]!, 'BOTTOM');
    // 25 mm of batten with the fill between them, 9 of ply and 2 of covering, and the clearance itself.
    const rise = thick('batten') + thick('lining') + thick('finish');
    expect(bottom.leave - rise).toBeGreaterThan(0.0015);
    expect(bottom.leave - rise).toBeLessThan(0.012);
    expect(bottom.why).toContain('the floor it stands on');
  });
  it('have a cross-piece between battens under a joint along the van that nothing bears', () => {
    // Sheets of 0.8 m leave joints along the floor, which is wider.
    const narrow = makeLibrary([
      {
        ...materialOf(library, 'birch-ply'),
        id: 'small-ply',
        stock: [{ thickness: 0.009, width: 0.8, length: 4, perPack: 1, price: 40 }],
      },
    ]);
    const placement = lined('Floor', 'small-ply', 0.009);
    const { shell } = perigee;
    const pieces = cutPieces(shell, placement, layUp(shell, placement, narrow), narrow, {
      ...USUAL_CHOICES,
      grain: 'lengthwise',
    });
    const lying = pieces.filter(p => p.lies);
    expect(lying.length).toBeGreaterThan(4);
    const joints = linings(pieces, 'F').map(p => p.at.up + size(p).height);
    for (const p of lying) {
      const middle = p.at.up + size(p).width / 2;
      expect(Math.min(...joints.map(j => Math.abs(j - middle)))).toBeLessThan(0.01);
    }
  });
});

describe('grain', () => {
  it('runs as the person wants it: sheets are parted for it, and lie no other way', () => {
    const along = linings(cut({ grain: 'lengthwise' }), 'R');
    const across = linings(cut({ grain: 'crosswise' }), 'R');
    expect(along.every(p => p.turns.join() === '90,270')).toBe(true);
    expect(across.every(p => p.turns.join() === '0,180')).toBe(true);
    for (const p of along) expect(size(p).height).toBeLessThanOrEqual(1.22);
    for (const p of across) expect(size(p).width).toBeLessThanOrEqual(1.22);
  });
  it('leaves boards and fleece without any alone', () => {
    const of = (pieces: CutPiece[]) => pieces.filter(p => p.role === 'fill');
    expect(of(cut({ grain: 'lengthwise' }))).toEqual(of(cut({})));
  });
});

describe('boards in courses', () => {
  const boarded = linings(cut({}, lined('Ceiling', 'tongue-and-groove', 0.009)), 'C');
  it('lie along the van, no wider than a board and no shorter than a hand', () => {
    expect(boarded.length).toBeGreaterThan(18);
    for (const p of boarded) {
      expect(p.turns).toEqual([90, 270]);
      expect(size(p).height).toBeLessThanOrEqual(0.095 + 1e-9);
      expect(size(p).width).toBeLessThanOrEqual(2.4);
    }
  });
  it('say how far it is to the far edge at both ends, every fourth of them', () => {
    const said = boarded.filter(p => p.notes.some(n => n.startsWith('from its edge')));
    expect(new Set(said.map(p => p.course!.at))).toEqual(new Set([4, 8, 12, 16]));
    const { course } = said[0]!;
    const breadth = perigee.shell.zones.find(z => z.id === 'C')!.height.value;
    // Four boards cover 4 x 88 mm, and both rims leave what they leave.
    const rims = edge(boarded[0]!, 'LEFT').leave + edge(boarded.at(-1)!, 'RIGHT').leave;
    expect(course!.leftAtStart).toBeCloseTo(breadth - rims - 4 * 0.088, 3);
  });
  it('are one name each, and are nested from boards as long', () => {
    expect(new Set(boarded.map(p => p.id)).size).toBe(boarded.length);
  });
});

it('two layers of boards have their joints away from one another', () => {
  const copy = structuredClone(built);
  const walls = copy.buildUps.find(b => b.name === 'Walls')!;
  const at = walls.layers.findIndex(l => l.role === 'lining');
  const board = { role: 'over-rib' as const, material: 'xps', thickness: 0.02 };
  walls.layers.splice(at, 0, { id: 'one', ...board }, { id: 'two', ...board });
  const pieces = cut({}, copy).filter(p => p.role === 'over-rib' && p.zone === 'L');
  const starts = (layer: number) => {
    const half = pieces.length / 2;
    const own = pieces.slice(layer * half, (layer + 1) * half);
    const xs = [...new Set(own.map(p => Math.round(p.at.along * 1000)))].sort((a, b) => a - b);
    return xs.slice(1);
  };
  expect(starts(0).length).toBeGreaterThan(0);
  for (const a of starts(0)) for (const b of starts(1)) expect(Math.abs(a - b)).toBeGreaterThanOrEqual(145);
});
