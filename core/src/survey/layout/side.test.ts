import { describe, expect, it } from 'vitest';
import { inCab } from '../../model/index.ts';
import { generateShell } from '../patterns/generate.ts';
import { patterns } from '../patterns/patterns.ts';
import { foldShell, type Point3 } from './fold.ts';
import { layoutShell, onSheet } from './layout.ts';
import { edgesOf, edgesSeen, seenMirrored } from './side.ts';

const minus = (a: Point3, b: Point3): Point3 => ({ x: a.x - b.x, y: a.y - b.y, z: a.z - b.z });
const cross = (a: Point3, b: Point3): Point3 => ({
  x: a.y * b.z - a.z * b.y,
  y: a.z * b.x - a.x * b.z,
  z: a.x * b.y - a.y * b.x,
});
const dot = (a: Point3, b: Point3) => a.x * b.x + a.y * b.y + a.z * b.z;

describe('which side is seen', () => {
  it('agrees with the van in the round: along × up points to the eye inside unless it is mirrored', () => {
    for (const { name } of patterns) {
      const shell = generateShell(name);
      const load = { x: shell.length.value / 2, y: 0, z: shell.height.value / 2 };
      const cab = { x: -0.3, y: 0, z: 0.6 };
      let checked = 0;
      for (const { zone, corners } of foldShell(shell)) {
        const [a, b, , d] = corners as [Point3, Point3, Point3, Point3];
        const eye = inCab(zone.kind) ? cab : load;
        const towards = dot(cross(minus(b, a), minus(d, a)), minus(eye, a));
        expect(towards > 0, `${name} ${zone.id}`).toBe(!seenMirrored(zone));
        checked++;
      }
      expect(checked).toBeGreaterThan(20);
    }
  });

  it('has the front on the right facing the left side, on the left facing the right', () => {
    expect(edgesSeen({ kind: 'wall', side: 'left' })).toEqual({
      left: 'REAR',
      right: 'FRONT',
      above: 'TOP',
      below: 'BOTTOM',
    });
    expect(edgesSeen({ kind: 'wall', side: 'right' })).toMatchObject({ left: 'FRONT', above: 'TOP' });
    expect(edgesSeen({ kind: 'wall', side: 'left' }, 'outside')).toMatchObject({ left: 'FRONT' });
    // Whoever faces the rear doors has the van's left door on the right, its hinges outermost.
    expect(edgesSeen({ kind: 'rear door', side: 'left' })).toMatchObject({ right: 'HINGE', left: 'MIDDLE' });
    expect(edgesSeen({ kind: 'rear door', side: 'right' })).toMatchObject({ left: 'HINGE' });
  });
});

describe('the unfolded sheet', () => {
  const shell = generateShell('long high-roof');
  const inside = layoutShell(shell);
  const zone = (layout: typeof inside, id: string) => layout.zones.find(z => z.zone.id === id)!;

  it('has edges that meet in the van beside one another', () => {
    const [left, floor, right, roof] = ['L', 'F', 'R', 'C'].map(id => zone(inside, id)) as [
      ReturnType<typeof zone>,
      ReturnType<typeof zone>,
      ReturnType<typeof zone>,
      ReturnType<typeof zone>,
    ];
    const x = (z: typeof left, up: number) => onSheet(z, 0, up).x;
    expect(x(floor, 0) - x(left, 0)).toBeCloseTo(0.12, 6);
    expect(x(right, 0) - x(floor, floor.width)).toBeCloseTo(0.12, 6);
    // The roof's right edge is nearest the right wall's top, the frame between them.
    expect(x(roof, roof.width)).toBeLessThan(x(roof, 0));
    expect(x(roof, roof.width)).toBeGreaterThan(x(right, right.width));
    expect(inside.zones.every(z => z.upright || onSheet(z, 1, 0).y > onSheet(z, 0, 0).y)).toBe(true);
  });

  it('turned over is its mirror image, every outline with it', () => {
    const outside = layoutShell(shell, 'outside');
    expect(outside.width).toBe(inside.width);
    for (const z of inside.zones) {
      const other = zone(outside, z.zone.id);
      for (const [along, up] of [
        [0, 0],
        [0.3, 0.1],
      ] as const) {
        const [a, b] = [onSheet(z, along, up), onSheet(other, along, up)];
        expect(b.x).toBeCloseTo(inside.width - a.x, 9);
        expect(b.y).toBeCloseTo(a.y, 9);
      }
      z.bays.forEach((placed, i) => {
        const over = other.bays[i]!;
        expect(over.x + over.width).toBeCloseTo(inside.width - placed.x, 9);
        expect(over.outline?.length).toBe(placed.outline?.length);
      });
    }
  });

  it('names two edges of every panel', () => {
    for (const z of shell.zones) expect(new Set(Object.values(edgesOf(z))).size, z.id).toBe(4);
  });
});
