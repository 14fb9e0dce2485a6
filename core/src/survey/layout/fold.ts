import type { Bay, Shell, Zone } from '../../model/index.ts';
import { flatten, outlineOf } from '../geometry/index.ts';
import { cellsOf } from './layout.ts';

/** A point in the van, m: x to the rear, y to the right, z up from the load floor. */
export interface Point3 {
  /** From the front of the load floor to the rear, m. */
  x: number;
  /** From the middle to the right, m. */
  y: number;
  /** Up from the floor, m. */
  z: number;
}

export interface FoldedBay {
  bay: Bay;
  zone: Zone;
  /** Of its outline, in order. */
  corners: Point3[];
}

/**
 * The bays where they stand in the van, for looking at: each zone a flat face from its lower to its upper edge. The
 * curve of walls and roof is not shown, so sizes are to be read off the unfolded map. Developed arches are left out.
 */
export function foldShell(shell: Shell): FoldedBay[] {
  return shell.zones.flatMap(zone => {
    const face = faceOf(zone, shell);
    if (!face) return [];
    const { cells, length, breadth } = cellsOf(zone);
    return cells.map(({ bay, along, up }) => {
      const read = outlineOf(bay);
      const points = read.ok ? flatten(read.outline, 0.004) : [];
      return {
        bay,
        zone,
        corners: points.map(p => face((along + p.x) / length, (up + p.y) / breadth)),
      };
    });
  });
}

type Face = (along: number, up: number) => Point3;

const between = (a: Point3, b: Point3, t: number): Point3 => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t,
  z: a.z + (b.z - a.z) * t,
});

/** The flat face from (front lower), (rear lower), (front upper) and (rear upper) corners. */
const quad =
  (fl: Point3, rl: Point3, fu: Point3, ru: Point3): Face =>
  (along, up) =>
    between(between(fl, rl, along), between(fu, ru, along), up);

function faceOf(zone: Zone, shell: Shell): Face | null {
  const half = shell.width.value / 2;
  const h = shell.height.value;
  const roof = shell.zones.find(z => z.kind === 'ceiling');
  const roofHalf = Math.min(half, (roof?.height.value ?? shell.width.value) / 2);
  const front = zone.offset.value;
  const rear = front + zone.length.value;
  const side = zone.side === 'left' ? -1 : 1;
  const p = (x: number, y: number, z: number): Point3 => ({ x, y, z });
  /** How far in a wall leans at a height. */
  const lean = (z: number) => half + (roofHalf - half) * (z / h);
  switch (zone.kind) {
    case 'floor':
      return quad(p(front, -half, 0), p(rear, -half, 0), p(front, half, 0), p(rear, half, 0));
    case 'ceiling':
      return quad(p(front, -roofHalf, h), p(rear, -roofHalf, h), p(front, roofHalf, h), p(rear, roofHalf, h));
    case 'wall':
    case 'sliding door': {
      const top = zone.kind === 'wall' ? h : Math.min(h, zone.height.value);
      const [low, high] = [side * half, side * lean(top)];
      return quad(p(front, low, 0), p(rear, low, 0), p(front, high, top), p(rear, high, top));
    }
    case 'rear door': {
      const x = shell.length.value;
      const top = Math.min(h, zone.height.value);
      const far = side * Math.min(half, zone.length.value);
      return quad(p(x, far, 0), p(x, 0, 0), p(x, far, top), p(x, 0, top));
    }
    case 'partition':
      return quad(p(front, -half, 0), p(front, half, 0), p(front, -roofHalf, h), p(front, roofHalf, h));
    case 'bulkhead':
      return quad(p(0, -half, 0), p(0, half, 0), p(0, -roofHalf, h), p(0, roofHalf, h));
    case 'cab overhead': {
      const depth = zone.height.value;
      return quad(p(-depth, -roofHalf, h), p(-depth, roofHalf, h), p(0, -roofHalf, h), p(0, roofHalf, h));
    }
    case 'windscreen':
    case 'cab door':
    case 'cab roof':
    case 'footwell':
      return cabFace(zone, shell);
    case 'arch':
    case 'frame':
    case 'cab frame':
      return null;
  }
}

/** The cab in front of the load space: a raked screen, upright doors, flat roof and floor. */
function cabFace({ kind, side, height, length }: Zone, { cab, width }: Shell): Face | null {
  if (!cab) return null;
  const [l, h, half] = [cab.length.value, cab.height.value, width.value / 2];
  const p = (x: number, y: number, z: number): Point3 => ({ x, y, z });
  const rake = 0.4 * l;
  if (kind === 'windscreen') {
    const foot = Math.max(0, h - height.value);
    return quad(
      p(-l - rake, -half, foot),
      p(-l - rake, half, foot),
      p(-l + rake, -half, h),
      p(-l + rake, half, h),
    );
  }
  if (kind === 'cab roof')
    return quad(p(-l + rake, -half, h), p(0, -half, h), p(-l + rake, half, h), p(0, half, h));
  if (kind === 'footwell')
    return quad(p(-l - rake, -half, 0), p(0, -half, 0), p(-l - rake, half, 0), p(0, half, 0));
  const y = side === 'left' ? -half : half;
  const door = Math.min(l, length.value);
  return quad(p(-door, y, 0), p(0, y, 0), p(-door, y, height.value), p(0, y, height.value));
}
