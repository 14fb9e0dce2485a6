import type { Shell, Zone } from '../../model/index.ts';
import { cellsOf } from './layout.ts';

/** A floor bay narrower than so much of the floor, alone in its station, lies between wheel arches. */
const NARROWED = 0.9;

/**
 * What of each wall bay lies behind a wheel arch, m2 by its id: there the arch is the van's skin, and has bays of its
 * own. An arch stands from the floor up, as long and high as its inner face, where its zone begins; where that is not
 * surveyed, where the floor narrows. Empty where nothing tells.
 */
export function behindArches(shell: Shell): ReadonlyMap<string, number> {
  const hidden = new Map<string, number>();
  for (const arch of shell.zones) {
    if (arch.kind !== 'arch') continue;
    const wall = shell.zones.find(z => z.kind === 'wall' && z.side === arch.side);
    const face = innerFace(arch);
    const from = arch.offset.value > 0 ? arch.offset.value : narrowedFrom(shell);
    if (!wall || !face || from === null) continue;
    const start = from - wall.offset.value;
    for (const { bay, along, up } of cellsOf(wall).cells) {
      const width = Math.min(along + bay.width.value, start + face.length) - Math.max(along, start);
      const height = Math.min(up + bay.height.value, face.height) - up;
      if (width <= 0 || height <= 0) continue;
      // A corner's rounding, pi less than its square, is left in.
      hidden.set(bay.id, (hidden.get(bay.id) ?? 0) + width * height);
    }
  }
  return hidden;
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
