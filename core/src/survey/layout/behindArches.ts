import type { Shell } from '../../model/index.ts';
import { archStands } from './archStand.ts';
import { cellsOf } from './layout.ts';

/** What of a wall bay lies behind a wheel arch. */
export interface Hidden {
  bay: string;
  /** From the bay's front and lower edge, m. */
  outline: { x: number; y: number }[];
}

/** What of each wall bay lies behind a wheel arch, m2 by its id: there the arch is the van's skin, and has bays of its own. */
export function behindArches(shell: Shell): ReadonlyMap<string, number> {
  const hidden = new Map<string, number>();
  for (const { bay, outline } of hiddenByArches(shell))
    hidden.set(bay, (hidden.get(bay) ?? 0) + areaOf(outline));
  return hidden;
}

/** The same as outlines, shoulders as round as the arch has them. */
export function hiddenByArches(shell: Shell): Hidden[] {
  return archStands(shell).flatMap(({ arch, from, outline }) => {
    const wall = shell.zones.find(z => z.kind === 'wall' && z.side === arch.side);
    if (!wall) return [];
    const start = from - wall.offset.value;
    return cellsOf(wall).cells.flatMap(({ bay, along, up }): Hidden[] => {
      const moved = outline.map(p => ({ x: p.x + start - along, y: p.y - up }));
      const inside = cutToBox(moved, bay.width.value, bay.height.value);
      return areaOf(inside) > 1e-6 ? [{ bay: bay.id, outline: inside }] : [];
    });
  });
}

type Point = { x: number; y: number };

const areaOf = (points: readonly Point[]): number =>
  Math.abs(
    points.reduce((sum, p, i) => {
      const q = points[(i + 1) % points.length]!;
      return sum + (p.x * q.y - q.x * p.y) / 2;
    }, 0),
  );

/** What of an outline lies in a box at the origin, side by side (Sutherland and Hodgman 1974); its area is right whatever its shape. */
function cutToBox(outline: readonly Point[], width: number, height: number): Point[] {
  const sides: ((p: Point) => number)[] = [p => p.x, p => width - p.x, p => p.y, p => height - p.y];
  return sides.reduce<Point[]>(
    (points, inside) =>
      points.flatMap((p, i) => {
        const q = points[(i + 1) % points.length]!;
        const [a, b] = [inside(p), inside(q)];
        const own = a >= 0 ? [p] : [];
        if (a >= 0 === b >= 0) return own;
        const t = a / (a - b);
        return [...own, { x: p.x + t * (q.x - p.x), y: p.y + t * (q.y - p.y) }];
      }),
    [...outline],
  );
}
