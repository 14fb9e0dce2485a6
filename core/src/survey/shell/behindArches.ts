import type { Shell, Zone } from '../../model/index.ts';
import { cellsOf } from './layout.ts';

/** A floor bay narrower than so much of the floor, alone in its station, lies between wheel arches. */
const NARROWED = 0.9;

/** What of a wall bay lies behind a wheel arch, from the bay's front and lower edge, m. */
export interface Hidden {
  /** Id of the bay. */
  bay: string;
  /** m. */
  along: number;
  /** m. */
  up: number;
  /** m. */
  width: number;
  /** m. */
  height: number;
}

/** What of each wall bay lies behind a wheel arch, m2 by its id: there the arch is the van's skin, and has bays of its own. */
export function behindArches(shell: Shell): ReadonlyMap<string, number> {
  const hidden = new Map<string, number>();
  for (const { bay, width, height } of hiddenByArches(shell))
    hidden.set(bay, (hidden.get(bay) ?? 0) + width * height);
  return hidden;
}

/**
 * The same as rectangles. An arch stands from the floor up, as long and high as its inner face, where its zone begins;
 * where that is not surveyed, where the floor narrows. None where nothing tells. A corner's rounding is left in.
 */
export function hiddenByArches(shell: Shell): Hidden[] {
  return shell.zones.flatMap(arch => {
    if (arch.kind !== 'arch') return [];
    const wall = shell.zones.find(z => z.kind === 'wall' && z.side === arch.side);
    const face = innerFace(arch);
    const from = arch.offset.value > 0 ? arch.offset.value : narrowedFrom(shell);
    if (!wall || !face || from === null) return [];
    const start = from - wall.offset.value;
    return cellsOf(wall).cells.flatMap(({ bay, along, up }): Hidden[] => {
      const [left, right] = [Math.max(along, start), Math.min(along + bay.width.value, start + face.length)];
      const height = Math.min(up + bay.height.value, face.height) - up;
      return right > left && height > 0
        ? [{ bay: bay.id, along: left - along, up: 0, width: right - left, height }]
        : [];
    });
  });
}

/** Length and height of the face that an arch turns to the cabin: the largest of its bays in the second strip. */
function innerFace(arch: Zone): { length: number; height: number } | null {
  const faces = arch.bays.filter(b => b.strip === 2 && !b.outline);
  const largest = faces.reduce<(typeof faces)[number] | null>(
    (a, b) => (a && a.width.value >= b.width.value ? a : b),
    null,
  );
  return largest && { length: largest.width.value, height: largest.height.value };
}

/** How far behind the front of the load floor its first narrowed station begins, m. */
function narrowedFrom(shell: Shell): number | null {
  const floor = shell.zones.find(z => z.kind === 'floor');
  if (!floor) return null;
  const first = cellsOf(floor).cells.find(
    ({ bay }) =>
      bay.height.value < NARROWED * floor.height.value &&
      floor.bays.filter(b => b.station === bay.station).length === 1,
  );
  return first ? floor.offset.value + first.along : null;
}
