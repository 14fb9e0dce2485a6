import { assumed, type Bay, type KeepClear, type Pocket, type Zone } from '../../model/index.ts';
import type { Pattern } from './patterns.ts';

const mm = (millimetres: number) => assumed(millimetres / 1000);

/** What a steel body of this class usually has besides bays: hollow ribs, pillars and sills, drains, locks and belt anchors. */
export function furnish(zone: Zone, p: Pattern): Zone {
  if (zone.kind === 'wall') return { ...zone, pockets: wallPockets(zone, p), keepClears: drains(zone) };
  if (zone.kind === 'sliding door' || zone.kind === 'rear door')
    return { ...zone, pockets: [doorFrame(zone, p)], keepClears: [...drains(zone), lock(zone)] };
  if (zone.kind === 'ceiling') return { ...zone, pockets: hollowRibs(zone, p) };
  return zone;
}

const hollowRibs = (zone: Zone, p: Pattern): Pocket[] =>
  zone.ribs.map(r => ({
    id: `${r.id}p`,
    kind: 'rib',
    after: r.after,
    length: assumed(zone.height.value),
    width: mm(p.rib),
    depth: mm(p.ribDepth),
    holds: 'nothing',
    fill: false,
  }));

function wallPockets(zone: Zone, p: Pattern): Pocket[] {
  const stations = zone.bays.map(b => b.station);
  const pillar = (id: string, after: number, holds: Pocket['holds']): Pocket => ({
    id,
    kind: 'pillar',
    after,
    length: assumed(zone.height.value),
    width: mm(2 * p.rib),
    depth: mm(2 * p.ribDepth),
    holds,
    fill: false,
  });
  return [
    ...hollowRibs(zone, p),
    pillar(`${zone.id}pf`, Math.min(...stations) - 1, 'belt reel'),
    pillar(`${zone.id}pr`, Math.max(...stations), 'cables'),
    {
      id: `${zone.id}sill`,
      kind: 'sill',
      after: 0,
      length: assumed(zone.length.value),
      width: mm(90),
      depth: mm(70),
      holds: 'drain',
      fill: false,
    },
  ];
}

const doorFrame = (zone: Zone, p: Pattern): Pocket => ({
  id: `${zone.id}frame`,
  kind: 'cross-member',
  after: Math.min(...zone.bays.map(b => b.station)),
  length: assumed(zone.length.value),
  width: mm(p.rail),
  depth: mm(40),
  holds: 'cables',
  fill: false,
});

/** One in the lowest bay of each station: without it water stands in the sill. */
const drains = (zone: Zone): KeepClear[] =>
  zone.bays.filter(b => b.strip === 1).map(b => ({ id: `K-${b.id}`, ...drainIn(b) }));

/** A drain at the foot of a bay as bodies have them. Common practice, no source. */
export const drainIn = (bay: Bay): Omit<KeepClear, 'id'> => ({
  bay: bay.id,
  kind: 'drain hole',
  at: { along: assumed(bay.width.value / 2), up: mm(12) },
  width: mm(20),
  height: mm(10),
  clearance: mm(15),
});

/** In the upper or lower bay beside the handle, at the closing edge. */
function lock(zone: Zone): KeepClear {
  const host = zone.bays.filter(b => b.strip === 1).at(-1)!;
  return {
    id: `K-${zone.id}lock`,
    bay: host.id,
    kind: 'lock or latch',
    at: { along: assumed(host.width.value - 0.07), up: assumed(host.height.value - 0.09) },
    width: mm(110),
    height: mm(150),
    clearance: mm(10),
  };
}
