import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assumed, type Bay, measured, type OutlineReadings } from '../../model/index.ts';
import { inUnits } from '../../units/index.ts';
import { developArch } from './arch.ts';
import { grossArea } from './area.ts';
import { arcLength, bayCurve, flatStrips, radiusFromGap, sagitta } from './curve.ts';
import { flatten, type Outlined, outlineArea, outlineOf, readOutline, roundCorners } from './outline.ts';
import { areaError } from './tapeError.ts';

const m = (value: number) => measured(value, `${value}`);
const bay = (more: Partial<Bay> = {}): Bay => ({
  id: 'L1w',
  station: 1,
  strip: 1,
  width: m(0.5),
  height: m(0.4),
  depthMin: m(0.03),
  depthMax: m(0.05),
  ...more,
});
const four = (
  lower: number,
  rear: number,
  upper: number,
  front: number,
  diagonal: number,
): OutlineReadings => ({
  by: 'four sides',
  lower: m(lower),
  rear: m(rear),
  upper: m(upper),
  front: m(front),
  diagonal: m(diagonal),
});
const refusal = (o: Outlined) => (o.ok ? '' : inUnits(o.message, 'metric'));
const area = (r: OutlineReadings) => {
  const read = readOutline(r);
  if (!read.ok) throw new Error(read.message);
  return outlineArea(read.outline);
};
const heron = (a: number, b: number, c: number) => {
  const s = (a + b + c) / 2;
  return Math.sqrt(s * (s - a) * (s - b) * (s - c));
};

describe('a bay measured by four sides and a diagonal', () => {
  it('is a rectangle when it is one (Pythagoras)', () => {
    expect(area(four(0.4, 0.3, 0.4, 0.3, 0.5))).toBeCloseTo(0.12, 12);
  });
  it('has the area of its two triangles (Heron), and every reading comes back off the outline', () => {
    fc.assert(
      fc.property(
        fc.tuple(...Array.from({ length: 8 }, () => fc.double({ min: 0, max: 0.2, noNaN: true }))),
        jitter => {
          // Corners of a rectangle, each moved by up to 200 mm: the readings of a real quadrilateral.
          const at = [
            [0, 0],
            [0.8, 0],
            [0.8, 0.7],
            [0, 0.7],
          ].map(([x, y], i) => [x! + jitter[2 * i]!, y! + jitter[2 * i + 1]!] as const);
          const d = (i: number, j: number) => Math.hypot(at[i]![0] - at[j]![0], at[i]![1] - at[j]![1]);
          const r = four(d(0, 1), d(1, 2), d(2, 3), d(3, 0), d(0, 2));
          const read = readOutline(r);
          if (!read.ok) throw new Error(read.message);
          const [a, b, c, e] = read.outline as [Corner, Corner, Corner, Corner];
          expect(gap(a, b)).toBeCloseTo(d(0, 1), 9);
          expect(gap(b, c)).toBeCloseTo(d(1, 2), 9);
          expect(gap(c, e)).toBeCloseTo(d(2, 3), 9);
          expect(gap(e, a)).toBeCloseTo(d(3, 0), 9);
          // The other diagonal was never measured: it must come out as it is on the van.
          expect(gap(b, e)).toBeCloseTo(d(1, 3), 7);
          expect(outlineArea(read.outline)).toBeCloseTo(
            heron(d(0, 1), d(1, 2), d(0, 2)) + heron(d(2, 3), d(3, 0), d(0, 2)),
            9,
          );
        },
      ),
    );
  });
  it('refuses a diagonal longer than two sides together, or too short, with the reason', () => {
    const long = readOutline(four(0.5, 0.3, 0.5, 0.3, 0.81));
    expect(refusal(long)).toContain('together (800 mm)');
    const short = readOutline(four(0.5, 0.2, 0.5, 0.2, 0.29));
    expect(short).toMatchObject({ ok: false, message: expect.stringContaining('too short') });
  });
});

type Corner = { x: number; y: number };
const gap = (a: Corner, b: Corner) => Math.hypot(a.x - b.x, a.y - b.y);

describe('other ways to measure', () => {
  it('offsets from a base line give the trapezium rule, and a triangle when one end is 0', () => {
    const offsets = (...pairs: [number, number][]): OutlineReadings => ({
      by: 'offsets',
      points: pairs.map(([at, offset]) => ({ at: m(at), offset: m(offset) })),
    });
    expect(area(offsets([0, 0.4], [0.5, 0.6]))).toBeCloseTo(((0.4 + 0.6) / 2) * 0.5, 12);
    expect(area(offsets([0, 0.4], [0.2, 0.45], [0.5, 0.3]))).toBeCloseTo(0.085 + 0.1125, 12);
    expect(area(offsets([0, 0], [0.5, 0.4]))).toBeCloseTo(0.1, 12);
    expect(readOutline(offsets([0, 0.4], [0, 0.5]))).toMatchObject({
      ok: false,
      message: expect.stringContaining('each must lie further on'),
    });
    expect(readOutline(offsets([0, 0], [0.5, 0]))).toMatchObject({ ok: false });
  });
  it('widths at heights give the same area wherever they are flush', () => {
    const widths = (flush: 'front' | 'centre' | 'rear'): OutlineReadings => ({
      by: 'widths',
      flush,
      rows: [
        { at: m(0), width: m(0.5) },
        { at: m(0.3), width: m(0.44) },
        { at: m(0.5), width: m(0.2) },
      ],
    });
    const expected = ((0.5 + 0.44) / 2) * 0.3 + ((0.44 + 0.2) / 2) * 0.2;
    for (const flush of ['front', 'centre', 'rear'] as const)
      expect(area(widths(flush))).toBeCloseTo(expected, 12);
  });
});

describe('rounded corners', () => {
  it('take (4 - pi) r^2 off a rectangle', () => {
    const rounded = bay({ cornerRadius: m(0.06) });
    expect(grossArea(rounded)).toBeCloseTo(0.2 - (4 - Math.PI) * 0.0036, 12);
  });
  it('make a disc of a square when they meet, and are refused when they do not fit', () => {
    const square = bay({ width: m(0.4), height: m(0.4), cornerRadius: m(0.2) });
    expect(grossArea(square)).toBeCloseTo(Math.PI * 0.04, 12);
    expect(refusal(outlineOf(bay({ cornerRadius: m(0.21) })))).toContain('at most about 200 mm');
  });
  it('take r^2 (cot(a/2) - (pi - a)/2) off a corner of angle a', () => {
    const triangle = [
      { x: 0, y: 0 },
      { x: 0.6, y: 0 },
      { x: 0.3, y: 0.3 * Math.sqrt(3) },
    ];
    const rounded = roundCorners(triangle, 0.05);
    if (!rounded.ok) throw new Error(rounded.message);
    const off = 3 * 0.0025 * (1 / Math.tan(Math.PI / 6) - Math.PI / 3);
    expect(outlineArea(triangle) - outlineArea(rounded.outline)).toBeCloseTo(off, 12);
  });
  it('are drawn within the tolerance asked for', () => {
    const read = outlineOf(bay({ cornerRadius: m(0.1) }));
    if (!read.ok) throw new Error(read.message);
    expect(outlineArea(read.outline) - outlineArea(flatten(read.outline, 0.0001))).toBeLessThan(
      4 * 0.157 * 0.0001,
    );
  });
});

describe('curved skins', () => {
  it('leave w^2 / (8 R) behind a chord to first order, and the exact sagitta of the circle', () => {
    // Common practice, no source: the rule the trade uses. Exact: R - sqrt(R^2 - w^2 / 4).
    for (const R of [1.5, 3, 8]) {
      const s = sagitta(0.5, R);
      expect(s).toBeCloseTo(R - Math.sqrt(R * R - 0.0625), 12);
      expect(s / (0.25 / (8 * R))).toBeGreaterThan(1);
      expect(s / (0.25 / (8 * R))).toBeLessThan(1 + 0.25 / (12 * R * R));
      expect(radiusFromGap(0.5, s)).toBeCloseTo(R, 9);
    }
    expect(() => sagitta(3, 1)).toThrow(RangeError);
  });
  it('need more soft material than their chord: the arc', () => {
    expect(arcLength(2, 1)).toBeCloseTo(Math.PI, 12);
    const curved = bay({ curve: { by: 'radius', along: 'width', radius: m(0.3) } });
    expect(bayCurve(curved)!.developed).toBeCloseTo(0.6 * Math.asin(0.25 / 0.3), 12);
    expect(grossArea(curved) / 0.2).toBeCloseTo(bayCurve(curved)!.developed / 0.5, 12);
  });
  it('take a board in strips: one about three for an ordinary wall, none needed when nearly flat', () => {
    // Common practice, no source: a curved wall takes its board in about three strips.
    expect(flatStrips(0.5, 2.5, 0.002)).toBe(3);
    expect(flatStrips(0.5, 100, 0.002)).toBe(1);
    const widest = 2 * Math.sqrt(2 * 2.5 * 0.002);
    expect(sagitta(widest, 2.5)).toBeCloseTo(0.002, 5);
  });
});

describe('a developed wheel arch', () => {
  it('is the half cylinder when its shoulders are as round as it is high', () => {
    const arch = developArch({ length: 0.66, width: 0.2, height: 0.33, radius: 0.33 });
    expect(arch.strip).toBeCloseTo(Math.PI * 0.33, 12);
    expect(arch.top.length).toBe(0);
    expect(arch.face.area).toBeCloseTo((Math.PI * 0.33 ** 2) / 2, 12);
  });
  it('is a box when they are not round at all', () => {
    const arch = developArch({ length: 0.9, width: 0.2, height: 0.33, radius: 0 });
    expect(arch.strip).toBeCloseTo(0.9 + 0.66, 12);
    expect(arch.face.area).toBeCloseTo(0.9 * 0.33, 12);
    expect(() => developArch({ length: 0.4, width: 0.2, height: 0.33, radius: 0.3 })).toThrow(RangeError);
  });
});

describe('the tape error', () => {
  it('goes into a rectangle’s area as sqrt((h dw)^2 + (w dh)^2)', () => {
    expect(areaError(bay(), 0.002)).toBeCloseTo(Math.hypot(0.4 * 0.002, 0.5 * 0.002), 9);
  });
  it('counts an assumed size for far more than a measured one', () => {
    expect(areaError(bay({ width: assumed(0.5) }), 0.002)).toBeCloseTo(
      Math.hypot(0.4 * 0.025, 0.5 * 0.002),
      9,
    );
  });
  it('is carried through a quadrilateral: moving every side by chance scatters as much', () => {
    const readings = four(0.5, 0.4, 0.45, 0.42, 0.62);
    const told = areaError(bay({ outline: readings }), 0.002);
    // A crude sum over all sign patterns of the five readings has the same variance to first order.
    let sum = 0;
    const base = area(readings);
    const keys = ['lower', 'rear', 'upper', 'front', 'diagonal'] as const;
    for (let bits = 0; bits < 32; bits++) {
      const moved = { ...readings } as Record<string, unknown>;
      keys.forEach((k, i) => {
        const v = (readings as unknown as Record<string, { value: number }>)[k]!.value;
        moved[k] = m(v + (bits & (1 << i) ? 0.002 : -0.002));
      });
      sum += (area(moved as unknown as OutlineReadings) - base) ** 2;
    }
    expect(told / Math.sqrt(sum / 32)).toBeCloseTo(1, 2);
  });
});
