import { fitBuildUp } from '../../buildup/index.ts';
import type { Library } from '../../materials/index.ts';
import { buildUpOf, type Placement, type Shell, type Zone } from '../../model/index.ts';
import { bayCurve } from '../../survey/geometry/index.ts';
import { type EdgeName, edgesOf } from '../../survey/layout/index.ts';
import { HALF_MM } from '../../tolerance/index.ts';
import type { ZonePlace } from './place.ts';
import { asRegion, boxOf, boxRegion, type Part, partsOf, type Region, withinRegion } from './region.ts';

/** How much of a rigid sheet is left off at one edge, and why. */
export interface EdgeClearance {
  edge: EdgeName;
  /** m. */
  leave: number;
  why: string;
}

/** Left at a joint of two sheets: they swell with the damp; m. */
const JOINT = 0.001;
/** Nothing goes in that is left less at the rim of its zone, m. */
const LEAST = 0.0015;
/** Left besides where a later lining hides the edge, m. */
const HIDDEN = 0.003;
/** A part whose edge is so near to the zone's is at its rim, m. */
const AT_RIM = 0.004;

/** What stands round a sheet. */
interface Van {
  shell: Shell;
  placement: Placement;
  library: Library;
}

type Side = 'start' | 'end' | 'low' | 'high';

/**
 * What to leave at each edge of a rigid sheet, so that it goes in without days of fitting: at the rim of its zone twice
 * the tape's error over the readings that add up along it, shared by the two rims, and the bow of the wall it runs
 * along; at a joint a millimetre; more where a lining that comes later or furniture hides it, and by what it is wrapped
 * in. What is lined before takes its own thickness: a wall stands on the floor.
 */
export function clearances(
  part: Part,
  { zone, cells, length, breadth }: ZonePlace,
  van: Van,
  { thickness, covering, hidden: behind }: { thickness: number; covering: number; hidden: string | null },
): { side: Side; clearance: EdgeClearance }[] {
  const { shell, placement } = van;
  const box = boxOf(part.outline);
  const own = [...cells.values()].filter(
    c =>
      c.along < box.x + box.width &&
      c.along + c.bay.width.value > box.x &&
      c.up < box.y + box.height &&
      c.up + c.bay.height.value > box.y,
  );
  const stations = new Set(own.map(c => c.bay.station)).size;
  const strips = new Set(own.map(c => c.bay.strip)).size;
  const names = edgesOf(zone);
  const rims: Record<Side, boolean> = {
    start: box.x <= AT_RIM,
    end: box.x + box.width >= length - AT_RIM,
    low: box.y <= AT_RIM,
    high: box.y + box.height >= breadth - AT_RIM,
  };
  const wrapped = covering > 0 ? ['its covering round the edge'] : [];
  return (['start', 'end', 'low', 'high'] as const).map(side => {
    const edge = names[side];
    if (!rims[side]) {
      const why = ['a joint, which swells with the damp', ...wrapped].join(', ');
      return { side, clearance: { edge, leave: JOINT + covering, why } };
    }
    const along = side === 'start' || side === 'end';
    const readings = along ? stations : strips;
    const both = along ? rims.start && rims.end : rims.low && rims.high;
    const doubt = (2 * shell.tapeError * Math.sqrt(readings)) / (both ? 2 : 1);
    // A sheet that is lowered in from a slant is as long as its diagonal on the way.
    const slant = thickness ** 2 / (2 * (along ? box.width : box.height)) / (both ? 2 : 1);
    const bow = along ? 0 : bowBeside(zone, side, shell);
    const hidden = hiddenBy(zone, side, shell, placement) ?? (behind && `${behind}, all of it`);
    const floor = zone.kind === 'wall' && side === 'low' ? floorUnder(zone, van) : 0;
    const why = [
      `the tape over ${readings} ${readings === 1 ? 'reading' : 'readings'}`,
      ...(bow > HALF_MM ? ['the bow of the wall'] : []),
      ...(floor > 0 ? ['the floor it stands on'] : []),
      ...(hidden ? [`hidden by the ${hidden}`] : []),
      ...wrapped,
    ].join(', ');
    return {
      side,
      clearance: {
        edge,
        leave: floor + Math.max(LEAST, doubt + slant + bow) + (hidden ? HIDDEN : 0) + covering,
        why,
      },
    };
  });
}

/** Which side of a zone an edge of the van is; its start where it has no such edge. */
export function edgeSide(edge: EdgeName, zone: Pick<Zone, 'kind'>): Side {
  const names = edgesOf(zone);
  return (['start', 'end', 'low', 'high'] as const).find(side => names[side] === edge) ?? 'start';
}

/** A part less what tries that bound took off it. */
export function withTrims(
  part: Part,
  trims: readonly { edge: EdgeName; by: number }[],
  zone: Pick<Zone, 'kind'>,
): Part[] {
  if (trims.length === 0) return [part];
  const clear = (['start', 'end', 'low', 'high'] as const).map(side => {
    const edge = edgesOf(zone)[side];
    const leave = trims.filter(t => t.edge === edge).reduce((sum, t) => sum + t.by, 0);
    return { side, clearance: { edge, leave, why: '' } };
  });
  return withClearance(part, clear);
}

/** A part with its clearances off. */
export function withClearance(part: Part, clear: ReturnType<typeof clearances>): Part[] {
  const { x, y, width, height } = boxOf(part.outline);
  const off = (side: Side) => clear.find(c => c.side === side)!.clearance.leave;
  const region: Region = asRegion(part);
  return partsOf(
    withinRegion(
      region,
      boxRegion(
        x + off('start'),
        y + off('low'),
        width - off('start') - off('end'),
        height - off('low') - off('high'),
      ),
    ),
  );
}

/** Which zone stands at a floor's or ceiling's side. */
const wallAt = (shell: Shell, side: Side): Zone | undefined =>
  shell.zones.find(z => z.kind === 'wall' && z.side === (side === 'low' ? 'left' : 'right'));

/** How far the wall beside a floor or ceiling bows between its ends, m. */
function bowBeside(zone: Zone, side: Side, shell: Shell): number {
  if (zone.kind !== 'floor' && zone.kind !== 'ceiling') return 0;
  const wall = wallAt(shell, side);
  return Math.max(
    0,
    ...(wall?.bays ?? []).map(b => (b.curve?.along === 'width' ? (bayCurve(b)?.gap ?? 0) : 0)),
  );
}

/** How far the floor's covering rises under a wall's lining, m: the most of the bays along it; 0 where it stays bare. */
function floorUnder(wall: Zone, { shell, placement, library }: Van): number {
  const floor = shell.zones.find(z => z.kind === 'floor');
  if (!floor) return 0;
  const strip = (wall.side === 'left' ? Math.min : Math.max)(...floor.bays.map(b => b.strip));
  return floor.bays
    .filter(b => b.strip === strip)
    .reduce((most, bay) => {
      const buildUp = buildUpOf(placement, floor.id, bay.id);
      if (!buildUp) return most;
      const { proud, push } = fitBuildUp(buildUp.layers, bay, floor.kind, library);
      return Math.max(most, proud + push);
    }, 0);
}

/** What comes later and covers an edge: walls stand on the floor, the ceiling covers the walls' upper edge; null for none. */
function hiddenBy(zone: Zone, side: Side, shell: Shell, placement: Placement): string | null {
  const lined = (z: Zone | undefined) =>
    z?.bays.some(b => buildUpOf(placement, z.id, b.id)?.layers.some(l => l.role === 'lining')) ?? false;
  if (zone.kind === 'floor' && (side === 'low' || side === 'high'))
    return lined(wallAt(shell, side)) ? 'wall’s lining' : null;
  if (zone.kind === 'wall' && side === 'high')
    return lined(shell.zones.find(z => z.kind === 'ceiling')) ? 'ceiling’s lining' : null;
  if (zone.kind === 'wall' && side === 'low') {
    const furniture = shell.uses.some(u => u.zone === zone.id && u.kind === 'furniture' && u.up.value < 0.05);
    return furniture ? 'furniture, where it stands' : null;
  }
  return null;
}

/** How a sheet gets to its place, in words; empty where nothing is in its way. */
export function wayIn(part: Part, zone: Zone, shell: Shell): string[] {
  const { width, height } = boxOf(part.outline);
  const short = Math.min(width, height);
  const doors = [shell.apertures?.rear, shell.apertures?.side].flatMap(a => a ?? []);
  const notes: string[] = [];
  if (doors.length > 0 && doors.every(d => short > Math.max(d.width.value, d.height.value)))
    notes.push('does not pass through any door in one piece');
  if (zone.kind !== 'floor') return notes;
  const narrowest = Math.min(...stationWidths(zone));
  if (height > narrowest + 0.005)
    notes.push('wider than the floor between the arches: it goes in on edge and is laid down beyond them');
  return notes;
}

/** How wide the floor is at each station, m. */
function stationWidths(zone: Zone): number[] {
  const widths = new Map<number, number>();
  for (const b of zone.bays) widths.set(b.station, (widths.get(b.station) ?? 0) + b.height.value);
  return [...widths.values()];
}
