import { describe, expect, it } from 'vitest';
import { besselK, type PointCase, pointBridge } from './pointBridge.ts';

const SKIN = { conductivity: 50, thickness: 0.0008, film: 25 };
const PLY = { conductivity: 0.13, thickness: 0.006, film: 7.7 };
const bolt: PointCase = {
  outer: SKIN,
  conductivity: 50,
  radius: 0.004,
  length: 0.05,
  head: 0.012,
  lining: PLY,
  film: 7.7,
};

describe('a rod through insulation', () => {
  it('takes its Bessel functions from the table (Abramowitz and Stegun, table 9.8, from memory)', () => {
    const k = (order: 0 | 1, x: number) => besselK(order, x) * Math.exp(-x);
    expect(k(0, 1)).toBeCloseTo(0.42102443824, 9);
    expect(k(1, 1)).toBeCloseTo(0.60190723019, 9);
    expect(k(0, 0.1)).toBeCloseTo(2.4270690247, 8);
    expect(k(1, 0.1)).toBeCloseTo(9.8538447808, 7);
    // Far out: sqrt(pi / 2x) (1 - 1/8x) and (1 + 3/8x).
    for (const x of [200, 2000, 20_000]) {
      expect(besselK(0, x) / Math.sqrt(Math.PI / (2 * x))).toBeCloseTo(1 - 1 / (8 * x), 5);
      expect(besselK(1, x) / Math.sqrt(Math.PI / (2 * x))).toBeCloseTo(1 + 3 / (8 * x), 5);
    }
  });
  it('leads nothing where it has no width, and is finite whatever its size', () => {
    expect(pointBridge({ ...bolt, radius: 0, head: 0 })).toEqual({ adds: 0, head: 1 });
    expect(pointBridge({ ...bolt, outer: { ...SKIN, thickness: 0 } }).adds).toBe(0);
    for (const radius of [1e-12, 1e-3, 10]) {
      const { adds, head } = pointBridge({ ...bolt, radius, head: 3 * radius });
      expect(Number.isFinite(adds) && head >= 0 && head <= 1).toBe(true);
    }
  });
  it('is its own conduction where both ends are held at the airs’ temperatures', () => {
    const held = { ...SKIN, film: 1e9 };
    const { adds } = pointBridge({ ...bolt, outer: held, lining: null, head: 1, film: 1e6 });
    expect(adds / ((50 * Math.PI * 0.004 ** 2) / 0.05)).toBeCloseTo(1, 2);
  });
  it('never adds more than the fastener of ISO 6946 (0.8 lambda A / d, Annex F, from memory), which ends in plates', () => {
    for (const length of [0.02, 0.05, 0.1])
      expect(pointBridge({ ...bolt, length }).adds).toBeLessThan((0.8 * 50 * Math.PI * 0.004 ** 2) / length);
  });
  it('agrees with a sheet cut into rings, each balanced by itself', () => {
    const { conductivity, thickness, film } = PLY;
    const [radius, rings, width] = [0.012, 4000, 0.0001];
    const carries = conductivity * thickness;
    // From the outermost ring inwards: what it takes, seen from the ring before it.
    let taken = 0;
    for (let i = rings - 1; i >= 0; i--) {
      const r = radius + (i + 0.5) * width;
      const here = film * 2 * Math.PI * r * width + taken;
      const link = (2 * Math.PI * (r - width / 2) * carries) / width;
      taken = (here * link) / (here + link);
    }
    const { adds, head } = pointBridge(bolt);
    const room = (1 - head) / adds;
    const found = 1 / room - 7.7 * Math.PI * 0.012 ** 2;
    expect(Math.abs(found / taken - 1)).toBeLessThan(0.01);
  });
  it('has a head colder than the lining round it, colder yet when its metal stands free on a short rod', () => {
    const { head } = pointBridge(bolt);
    expect(head).toBeGreaterThan(0);
    expect(head).toBeLessThan(0.4);
    expect(pointBridge({ ...bolt, conductivity: 17 }).head).toBeGreaterThan(head);
    expect(pointBridge({ ...bolt, conductivity: 17 }).adds).toBeLessThan(pointBridge(bolt).adds);
  });
});
