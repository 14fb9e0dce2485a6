import { describe, expect, it } from 'vitest';
import { assumed, type Bay, measured, type Zone } from '../../model/index.ts';
import { generateShell } from '../patterns/generate.ts';
import { freeField } from './field.ts';

const zone = generateShell('long high-roof').zones.find(z => z.id === 'L')!;
const bay = (more: Partial<Bay> = {}): Bay => ({
  ...zone.bays[0]!,
  id: 'x',
  width: assumed(0.5, 'guess'),
  height: assumed(0.6, 'guess'),
  ...more,
});
const bare: Zone = { ...zone, openings: [] };
const mm = (v: number) => measured(v / 1000, String(v));

describe('the free field of a bay', () => {
  it('is the bay where it is a rectangle', () => {
    expect(freeField(bare, bay())).toEqual({ x: 0, y: 0, width: 0.5, height: 0.6 });
  });
  it('is the largest part beside a window, and nothing where that leaves a frame', () => {
    const hole = (w: number, h: number): Zone => ({
      ...bare,
      openings: [
        {
          id: 'o',
          bay: 'x',
          kind: 'window',
          width: mm(w),
          height: mm(h),
          glazing: 'glass',
          at: { along: mm(150), up: mm(300) },
        },
      ],
    });
    const beside = freeField(hole(200, 300), bay())!;
    expect(beside.x).toBeCloseTo(0.25, 9);
    expect([beside.width, beside.height]).toEqual([0.25, 0.6]);
    expect(freeField(hole(300, 580), bay({ width: assumed(0.32, 'guess') }))).toBe(null);
  });
  it('swings as its real outline does: the first tone within 3 % of the outline’s, by finite differences', () => {
    // A supported polygonal plate has the membrane's shapes: the first eigenvalue of the Laplacian decides.
    const tapered = bay({
      outline: {
        by: 'widths',
        flush: 'front',
        rows: [
          { at: mm(0), width: mm(500) },
          { at: mm(300), width: mm(470) },
          { at: mm(600), width: mm(400) },
        ],
      },
    });
    const edge = (y: number) => (y < 0.3 ? 0.5 - 0.1 * y : 0.47 - ((y - 0.3) / 0.3) * 0.07);
    const real = lowest(0.5, 0.6, (x, y) => x < edge(y));
    const f = freeField(bare, tapered)!;
    const equal = Math.PI ** 2 * (1 / f.width ** 2 + 1 / f.height ** 2);
    expect(Math.abs(equal / real - 1)).toBeLessThan(0.03);
    expect(f.width * f.height).toBeCloseTo(0.3 * 0.485 + 0.3 * 0.435, 6);
  });
});

/** Lowest eigenvalue of the Laplacian inside a shape, by inverse iteration with relaxation sweeps. */
function lowest(w: number, h: number, inside: (x: number, y: number) => boolean): number {
  const n = 60;
  const [hx, hy] = [w / n, h / n];
  const size = n + 1;
  const open = Array.from({ length: size * size }, (_, k) => {
    const [i, j] = [k % size, Math.floor(k / size)];
    return i > 0 && j > 0 && i < n && j < n && inside(i * hx, j * hy);
  });
  let u: number[] = open.map(o => (o ? 1 : 0));
  const diagonal = 2 / hx ** 2 + 2 / hy ** 2;
  let lambda = 0;
  for (let step = 0; step < 8; step++) {
    const v = new Float64Array(size * size);
    for (let sweep = 0; sweep < 600; sweep++)
      for (let k = 0; k < v.length; k++) {
        if (!open[k]) continue;
        const around = (v[k - 1]! + v[k + 1]!) / hx ** 2 + (v[k - size]! + v[k + size]!) / hy ** 2;
        v[k]! += 1.9 * ((u[k]! + around) / diagonal - v[k]!);
      }
    const [dot, norm] = [u.reduce((s, x, k) => s + x * v[k]!, 0), v.reduce((s, x) => s + x * x, 0)];
    lambda = dot / norm;
    u = Array.from(v, x => x / Math.sqrt(norm));
  }
  return lambda;
}
