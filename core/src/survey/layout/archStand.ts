import type { Shell, Zone } from '../../model/index.ts';
import { flatten, outlineOf } from '../geometry/index.ts';
import { cellsOf } from './layout.ts';

/** A floor bay narrower than so much of the floor, alone in its station, lies between wheel arches. */
const NARROWED = 0.9;

/** A wheel arch where it stands: one outline for the wall behind it and for the floor beside it. */
export interface ArchStand {
  arch: Zone;
  /** Of its front foot behind the front of the load floor, m. */
  from: number;
  /** m along the load floor. */
  length: number;
  /** How far it reaches in from the wall, m. */
  reach: number;
  /** Of its inner face, m from its front foot and up from the floor. */
  outline: { x: number; y: number }[];
}

/**
 * Where every arch stands: where its zone begins; where that is not surveyed, where the floor narrows. One whose place nothing tells
 * is left out, and one without a face.
 */
export function archStands(shell: Shell): ArchStand[] {
  return shell.zones.flatMap((arch): ArchStand[] => {
    if (arch.kind !== 'arch') return [];
    const faces = arch.bays.filter(b => b.strip === 2);
    const face = faces.reduce<(typeof faces)[number] | null>(
      (a, b) => (a && a.width.value >= b.width.value ? a : b),
      null,
    );
    const from = arch.offset.value > 0 ? arch.offset.value : narrowedFrom(shell);
    const read = face && outlineOf(face);
    if (!face || from === null || !read?.ok) return [];
    // It hangs from the strip over the arch: its far edge stands on the floor.
    const outline = flatten(read.outline)
      .map(p => ({ x: p.x, y: face.height.value - p.y }))
      .reverse();
    const reach = Math.max(0, ...arch.bays.filter(b => b.strip === 1).map(b => b.height.value));
    return [{ arch, from, length: face.width.value, reach, outline }];
  });
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
