import fc from 'fast-check';
import polygonClipping from 'polygon-clipping';
import { describe, expect, it } from 'vitest';
import { layUp } from '../../buildup/index.ts';
import { materialOf } from '../../materials/index.ts';
import { assumed, type Design, measured, type Shell } from '../../model/index.ts';
import { setOpening, setShape } from '../../survey/edits/index.ts';
import { archStands, behindArches } from '../../survey/layout/index.ts';
import { library, perigee, sandpiper } from '../../testing/index.ts';
import { type Point, shapeArea } from '../nesting/index.ts';
import { cutPieces } from './cutPieces.ts';
import { type CutPiece, USUAL_CHOICES } from './piece.ts';
import { boxOf, boxRegion, grown, minus, netArea, partsOf, regionOf, withinRegion } from './region.ts';
import { jointsAt } from './split.ts';

const cut = (
  design: Design,
  shell: Shell = design.shell,
  variant = 0,
  choices = USUAL_CHOICES,
): CutPiece[] => {
  const placement = design.variants[variant]!.design;
  return cutPieces(shell, placement, layUp(shell, placement, library), library, choices);
};
const of = (pieces: CutPiece[], start: string) => pieces.filter(p => p.id.startsWith(start));
const edited = (e: { ok: true; shell: Shell } | { ok: false; message: string }): Shell => {
  if (!e.ok) throw new Error(e.message);
  return e.shell;
};
/** Whether a piece has something at a place of its box, as it lies in the van. */
const covers = (p: CutPiece, x: number, y: number): boolean => {
  const at = p.mirrored ? boxOf(p.outline).width - x : x;
  return withinRegion(regionOf(p.outline), boxRegion(at - 5e-4, y - 5e-4, 1e-3, 1e-3)).length > 0;
};
const m = (value: number) => measured(value, `${value}`);

describe('regions', () => {
  const size = fc.double({ min: 0.05, max: 2, noNaN: true });
  it('have the area of another polygon library, holes and all', () => {
    fc.assert(
      fc.property(size, size, fc.array(fc.tuple(size, size, size, size), { maxLength: 6 }), (w, h, holes) => {
        const rects = holes.map(([x, y, a, b]) => boxRegion(x - 0.5, y - 0.5, a / 2, b / 2));
        const ours = partsOf(minus(boxRegion(0, 0, w, h), rects)).reduce((sum, p) => sum + netArea(p), 0);
        const ring = (x: number, y: number, a: number, b: number): [number, number][] => [
          [x, y],
          [x + a, y],
          [x + a, y + b],
          [x, y + b],
        ];
        const theirs = polygonClipping
          .difference(
            [ring(0, 0, w, h)],
            ...holes.map(([x, y, a, b]) => [ring(x - 0.5, y - 0.5, a / 2, b / 2)]),
          )
          .flat()
          .reduce((sum, r) => sum + shapeArea(r.map(([x, y]) => ({ x, y }))), 0);
        expect(ours).toBeCloseTo(Math.abs(theirs), 4);
      }),
      { numRuns: 100, endOnFailure: true },
    );
  });
  it('grow by an exact allowance on every edge', () => {
    const [part] = partsOf(grown(boxRegion(0.1, 0.2, 0.5, 0.3), 0.0015));
    const box = boxOf(part!.outline);
    expect([box.x, box.y, box.width, box.height].map(v => Math.round(v * 1e6))).toEqual([
      98_500, 198_500, 503_000, 303_000,
    ]);
    // A hole shrinks as the piece grows, and widens as it shrinks.
    const holed = minus(boxRegion(0, 0, 1, 1), [boxRegion(0.4, 0.4, 0.2, 0.2)]);
    expect(netArea(partsOf(grown(holed, -0.001))[0]!)).toBeCloseTo(0.998 ** 2 - 0.202 ** 2, 9);
  });
  it('fall into their connected parts', () => {
    const two = minus(boxRegion(0, 0, 1, 1), [boxRegion(0.4, -1, 0.1, 3)]);
    expect(partsOf(two).map(netArea)).toEqual([0.5, 0.4].map(a => expect.closeTo(a, 9)));
    expect(partsOf(minus(regionOf([]), []))).toEqual([]);
  });
});

describe('joints', () => {
  it('part a length into as few pieces as fit, on what bears them', () => {
    expect(jointsAt(1, 1.2, { borne: [], corners: [], beneath: [] })).toEqual([]);
    expect(jointsAt(3, 1.2, { borne: [], corners: [], beneath: [] })).toEqual([1, 2]);
    expect(jointsAt(3, 1.2, { borne: [0.4, 1.1, 2.05, 2.9], corners: [], beneath: [] })).toEqual([1.1, 2.05]);
  });
  it('keep clear of an opening’s corner', () => {
    const [at] = jointsAt(2, 1.2, { borne: [], corners: [1, 1.02], beneath: [] });
    expect(Math.min(Math.abs(at! - 1), Math.abs(at! - 1.02))).toBeGreaterThanOrEqual(0.025 - 1e-9);
    expect(Math.max(at!, 2 - at!)).toBeLessThanOrEqual(1.2);
    expect(jointsAt(3, 1.2, { borne: [1.1, 1.15, 2.05], corners: [1.15], beneath: [] })).toEqual([1.1, 2.05]);
  });
  it('stand away from those of the layer beneath', () => {
    const [at] = jointsAt(2, 1.2, { borne: [], corners: [], beneath: [1] });
    expect(Math.abs(at! - 1)).toBeGreaterThanOrEqual(0.15 - 1e-9);
    expect(jointsAt(3, 1.2, { borne: [0.9, 1.1, 2, 2.1], corners: [], beneath: [1.1] })).toEqual([0.9, 2.1]);
  });
  it('never leave a part too long', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 9, noNaN: true }),
        fc.array(fc.double({ min: 0, max: 9, noNaN: true }), { maxLength: 9 }),
        (length, lines) => {
          const all = [
            0,
            ...jointsAt(length, 1.2, { borne: lines, corners: lines.slice(0, 3), beneath: [] }),
            length,
          ];
          for (const [i, at] of all.slice(1).entries()) expect(at - all[i]!).toBeLessThanOrEqual(1.2 + 1e-9);
        },
      ),
    );
  });
});

describe('pieces of a van', () => {
  it('fill what the take-off covers, less the allowance of their edges', () => {
    const behind = behindArches(sandpiper.shell);
    // Fills that nothing is cut out of: the closed form is the bay less 3 mm both ways.
    for (const piece of cut(sandpiper).filter(
      p => p.role === 'fill' && p.outline.length === 4 && !p.holes.length,
    )) {
      const { width, height } = boxOf(piece.outline);
      const bay = sandpiper.shell.zones.flatMap(z => z.bays).find(b => b.id === piece.bays[0])!;
      if (bay.curve || piece.notes.length > 0 || behind.has(bay.id)) continue;
      const { allowance } = materialOf(library, piece.material);
      expect(width).toBeCloseTo(bay.width.value + allowance, 5);
      expect(height).toBeCloseTo(bay.height.value + allowance, 5);
      expect(piece.area).toBeCloseTo(width * height, 6);
    }
  });
  it('go round a wheel arch by one outline: wall, floor and its finish, each with what the arch is lined with', () => {
    for (const d of [perigee, sandpiper]) {
      const [stand] = archStands(d.shell);
      const { from, length, reach, arch } = stand!;
      const pieces = cut(d);
      const at = (role: string, zone: string, x: number, y: number) =>
        pieces.some(p => p.zone === zone && p.role === role && covers(p, x - p.at.along, y - p.at.up));
      // Before and behind the arch the floor is as wide as anywhere, but for what the arch's lining and the tape take.
      for (const role of ['lining', 'finish']) {
        for (const x of [from - 0.025, from + length + 0.025])
          expect(at(role, 'F', x, reach / 2), role).toBe(true);
        expect(at(role, 'F', from + length / 2, reach / 2), role).toBe(false);
      }
      expect(at('lining', 'F', from - 0.002, reach / 2)).toBe(false);
      // The wall's notch is as round as the arch: lining above its shoulder, none within what is left round it.
      const wall = d.shell.zones.find(z => z.kind === 'wall' && z.side === arch.side)!;
      const { x, y } = stand!.outline.reduce((a, b) => (b.y + b.x < a.y + a.x ? a : b));
      expect(at('lining', wall.id, from + x + 0.025, y + 0.025)).toBe(true);
      expect(at('lining', wall.id, from + x, y)).toBe(false);
      expect(pieces.some(p => p.notes.some(n => n.includes('round the wheel arch')))).toBe(true);
    }
  });
  it('a floor’s finish is one piece where the roll holds it, and its boards are one where no rib parts them', () => {
    for (const d of [perigee, sandpiper]) {
      const floor = cut(d).filter(p => p.zone === 'F');
      expect(floor.filter(p => p.role === 'finish')).toHaveLength(1);
    }
    expect(cut(perigee).some(p => p.id.startsWith('F1a–F1b fill'))).toBe(true);
  });
  it('follow a tapering bay, seen from inside', () => {
    const [left] = of(cut(perigee), 'L7u fill') as [CutPiece];
    const bay = perigee.shell.zones.flatMap(z => z.bays).find(b => b.id === 'L7u')!;
    expect(left.outline).toHaveLength(5);
    expect(left.mirrored).toBe(true);
    // 90 mm narrower at the top on the rear side, which is on the left of who looks at the left wall.
    const top = Math.max(...left.outline.map(p => p.y));
    const atTop = left.outline.filter(p => Math.abs(p.y - top) < 1e-9).map(p => p.x);
    expect(Math.min(...atTop)).toBeGreaterThan(0.085);
    const taper = (0.09 * bay.height.value * 0.4) / 2;
    const edge = bay.width.value + 2 * bay.height.value;
    expect(left.area).toBeCloseTo(
      bay.width.value * bay.height.value - taper - 0.0015 * (edge + bay.width.value - 0.09),
      3,
    );
  });
  it('leave out windows and what is kept clear, the same on every layer that meets it', () => {
    const shell = edited(
      setOpening(sandpiper.shell, {
        id: 'W1',
        bay: sandpiper.shell.zones.find(z => z.kind === 'wall')!.bays[0]!.id,
        kind: 'window',
        width: assumed(0.2, 'guess'),
        height: assumed(0.15, 'guess'),
        glazing: 'double acrylic',
      }),
    );
    const { id } = shell.zones.find(z => z.kind === 'wall')!.bays[0]!;
    const [before] = of(cut(sandpiper), `${id} fill`) as [CutPiece];
    const [after] = of(cut(sandpiper, shell), `${id} fill`) as [CutPiece];
    expect(after.holes).toHaveLength(1);
    const { allowance } = materialOf(library, after.material);
    expect(before.area - after.area).toBeCloseTo((0.2 - allowance) * (0.15 - allowance), 5);
  });
  it('are parted by battens where the fill stands between them, in boards that repeat', () => {
    const floor = of(cut(perigee), 'F2a–F2b fill');
    expect(floor).toHaveLength(2);
    expect(boxOf(floor[0]!.outline).width).toBeCloseTo(boxOf(floor[1]!.outline).width, 6);
    expect(floor[0]!.notes).toContain('parted by battens');
  });
  it('are scored where the skin curves, so that the gap behind stays small', () => {
    const [ceiling] = of(cut(perigee), 'C1b fill') as [CutPiece];
    const coarse = of(cut(perigee, perigee.shell, 0, { ...USUAL_CHOICES, gapBehind: 0.02 }), 'C1b fill')[0]!;
    expect(ceiling.lines.filter(l => l.kind === 'score').length).toBeGreaterThan(0);
    expect(coarse.lines.filter(l => l.kind === 'score')).toEqual([]);
    // Chord rule s = w²/(8R) (common practice): R = 400²/(8·6) mm, and strips as wide as the bay over their number.
    const radius = 0.4 ** 2 / (8 * 0.006) + 0.003;
    const strips = ceiling.lines.length + 1;
    const bay = perigee.shell.zones.flatMap(z => z.bays).find(b => b.id === 'C1b')!;
    expect((bay.height.value / strips) ** 2 / (8 * radius)).toBeLessThanOrEqual(0.00201);
    expect((bay.height.value / (strips - 1)) ** 2 / (8 * radius)).toBeGreaterThan(0.0019);
  });
  it('of the other side are mirror images', () => {
    const pieces = cut(perigee);
    const byId = new Map(pieces.map(p => [p.id, p]));
    const twins = pieces.filter(p => p.twin);
    expect(twins.length).toBeGreaterThan(40);
    for (const p of twins) {
      const other = byId.get(p.twin!)!;
      expect(other.twin).toBe(p.id);
      expect(other.area).toBeCloseTo(p.area, 5);
      expect(other.mirrored).not.toBe(p.mirrored);
      // Left hand and right hand differ where its mirror image is another shape; a plain rectangle is its own.
      const { width } = boxOf(p.outline);
      const corner = (x: number, y: number) => [x, y].map(v => v.toFixed(3)).join();
      const own = new Set(p.outline.map(c => corner(c.x, c.y)));
      if (p.holes.length === 0 && p.outline.every(c => own.has(corner(width - c.x, c.y))))
        expect(p.handed).toBe(false);
      if (p.outline.length % 2 === 1) expect(p.handed).toBe(true);
    }
    expect(twins.some(p => p.handed)).toBe(true);
    expect(twins.some(p => !p.handed)).toBe(true);
  });
  it('each fit some sheet of their stock, one name each', () => {
    for (const design of [perigee, sandpiper])
      for (const variant of design.variants.keys()) {
        const pieces = cut(design, design.shell, variant);
        expect(new Set(pieces.map(p => `${p.id} ${p.material}`)).size).toBe(pieces.length);
        for (const p of pieces) {
          const { width, height } = boxOf(p.outline);
          const [short, long] = [Math.min(width, height), Math.max(width, height)];
          const { stock } = materialOf(library, p.material);
          expect(
            stock.some(
              s => short <= Math.min(s.width, s.length) + 2e-6 && long <= Math.max(s.width, s.length) + 2e-6,
            ),
          ).toBe(true);
          expect(shapeArea(p.outline as Point[])).toBeGreaterThan(0);
        }
      }
  });
  it('keep a corner’s radius, and a polygon by its corners', () => {
    const { id, width, height } = sandpiper.shell.zones.find(z => z.kind === 'wall')!.bays[1]!;
    const round = edited(setShape(sandpiper.shell, id, { cornerRadius: m(0.05) }));
    const [plain] = of(cut(sandpiper), `${id} fill`) as [CutPiece];
    const [rounded] = of(cut(sandpiper, round), `${id} fill`) as [CutPiece];
    // Four corners lose (4 - pi) r² between them; the allowance moves the arc inwards.
    const r = 0.05 + plain.allowance;
    expect(plain.area - rounded.area).toBeCloseTo((4 - Math.PI) * r * r, 4);
    expect(boxOf(rounded.outline).width).toBeCloseTo(width.value + 2 * plain.allowance, 4);
    expect(height.value).toBeGreaterThan(0.1);
  });
});

describe('rigid sheets', () => {
  const linings = cut(perigee).filter(p => p.role === 'lining');
  const edge = (p: CutPiece, name: string) => p.edges.find(e => e.edge === name)!;
  it('are smaller than their place by what each edge leaves', () => {
    const [front] = linings.filter(p => p.id.startsWith('F1a')) as [CutPiece];
    const floor = perigee.shell.zones.find(z => z.kind === 'floor')!;
    const { height } = boxOf(front.outline);
    expect(height).toBeCloseTo(
      floor.height.value - edge(front, 'LEFT').leave - edge(front, 'RIGHT').leave,
      5,
    );
    expect(front.at.up).toBeCloseTo(edge(front, 'LEFT').leave, 5);
  });
  it('leave twice the tape’s error at a rim, shared by two; a millimetre at a joint', () => {
    const [front] = linings.filter(p => p.id.startsWith('F1a')) as [CutPiece];
    const stations = new Set(front.bays.map(b => /\d+/.exec(b)![0])).size;
    const { tapeError } = perigee.shell;
    expect(edge(front, 'FRONT').leave).toBeCloseTo(2 * tapeError * Math.sqrt(stations), 4);
    expect(edge(front, 'REAR').leave).toBe(0.001);
    // Two strips between the walls, whose linings hide 3 mm more.
    expect(edge(front, 'LEFT').leave).toBeCloseTo(tapeError * Math.SQRT2 + 0.003, 4);
    const coarse = { ...perigee.shell, tapeError: 3 * tapeError };
    const again = cut(perigee, coarse).find(p => p.id === front.id)!;
    // The slant adds a few hundredths of a millimetre that do not grow with the tape's error.
    expect(edge(again, 'FRONT').leave).toBeCloseTo(3 * edge(front, 'FRONT').leave, 3);
  });
  it('follow the bow of the wall beside them', () => {
    const bowed = edited(
      setShape(perigee.shell, 'L2w', {
        curve: { by: 'gap', along: 'width', straightedge: m(0.4), gap: m(0.006) },
      }),
    );
    const [front] = cut(perigee, bowed).filter(p => p.id.startsWith('F1a') && p.role === 'lining') as [
      CutPiece,
    ];
    const [straight] = linings.filter(p => p.id.startsWith('F1a')) as [CutPiece];
    expect(edge(front, 'LEFT').leave - edge(straight, 'LEFT').leave).toBeGreaterThan(0.004);
    expect(edge(front, 'RIGHT').leave).toBeCloseTo(edge(straight, 'RIGHT').leave, 9);
  });
  it('say how far apart they are borne, and what has not been measured', () => {
    for (const p of linings) {
      expect(p.span === null || (p.span > 0.05 && p.span < 1.2)).toBe(true);
      const measuredAll = p.bays.every(id => {
        const bay = perigee.shell.zones.flatMap(z => z.bays).find(b => b.id === id)!;
        return [bay.width, bay.height, bay.depthMin, bay.depthMax].every(v => v.basis === 'measured');
      });
      expect(p.assumed).toBe(!measuredAll);
    }
  });
});
