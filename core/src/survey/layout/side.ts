import type { Zone } from '../../model/index.ts';
import type { EDGE_NAMES } from '../../model/lists/index.ts';

/** From which side of a panel it is looked at: as the person stands inside the van, or from outdoors. */
export type Seen = 'inside' | 'outside';

/** What lies at each edge of a zone. Those of a developed arch are where it meets the wall and where it faces the room. */
export type EdgeName = (typeof EDGE_NAMES)[number];

export interface Edges {
  /** Where “along” begins. */
  start: EdgeName;
  /** Where it ends. */
  end: EdgeName;
  /** Where “up” begins. */
  low: EdgeName;
  /** Where it ends. */
  high: EdgeName;
}

const LENGTHWISE = { start: 'FRONT', end: 'REAR' } as const;
const UPRIGHT = { low: 'BOTTOM', high: 'TOP' } as const;
const ACROSS = { low: 'LEFT', high: 'RIGHT' } as const;

/** The edges of a zone by name: a rear door is measured from its hinges, what stands across the van from its left. */
export function edgesOf({ kind }: Pick<Zone, 'kind'>): Edges {
  switch (kind) {
    case 'wall':
    case 'sliding door':
    case 'cab door':
    case 'frame':
    case 'cab frame':
      return { ...LENGTHWISE, ...UPRIGHT };
    case 'floor':
    case 'ceiling':
    case 'cab roof':
    case 'footwell':
      return { ...LENGTHWISE, ...ACROSS };
    case 'arch':
      return { ...LENGTHWISE, low: 'WALL', high: 'ROOM' };
    case 'rear door':
      return { start: 'HINGE', end: 'MIDDLE', ...UPRIGHT };
    case 'cab overhead':
      return { start: 'LEFT', end: 'RIGHT', low: 'FRONT', high: 'REAR' };
    case 'bulkhead':
    case 'partition':
    case 'windscreen':
      return { start: 'LEFT', end: 'RIGHT', ...UPRIGHT };
  }
}

/**
 * Whether “along” runs to the left when the zone is seen with “up” upwards. From inside: facing the left side the front of
 * the van is on the right, looking up at the roof with the front on the left its left edge lies above, and the left rear
 * door has its hinges on the right of who faces it.
 */
export function seenMirrored({ kind, side }: Pick<Zone, 'kind' | 'side'>, seen: Seen = 'inside'): boolean {
  const inside =
    kind === 'ceiling' || kind === 'cab roof' || (kind === 'arch' ? side === 'right' : side === 'left');
  return seen === 'inside' ? inside : !inside;
}

/** The names of a zone's edges as it is seen upright: on the left, on the right, above and below. */
export function edgesSeen(
  zone: Pick<Zone, 'kind' | 'side'>,
  seen: Seen = 'inside',
): { left: EdgeName; right: EdgeName; above: EdgeName; below: EdgeName } {
  const { start, end, low, high } = edgesOf(zone);
  const mirrored = seenMirrored(zone, seen);
  return { left: mirrored ? end : start, right: mirrored ? start : end, above: high, below: low };
}
