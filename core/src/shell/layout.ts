import type { Bay, Opening, Shell, Zone } from '../model/index.ts';

/** A rectangle in m, x across the sheet and y from the front of the van to the rear. */
interface Rect {
  x: number;
  y: number;
  width: number;
  height: number;
}

export interface PlacedBay extends Rect {
  bay: Bay;
}

export interface PlacedZone extends Rect {
  zone: Zone;
  bays: PlacedBay[];
  openings: (Rect & { opening: Opening })[];
}

export interface ShellLayout {
  width: number;
  height: number;
  zones: PlacedZone[];
}

const GAP = 0.12;
/** Room above a zone for its name. */
const HEAD = 0.25;

/**
 * The shell unfolded flat, to scale: floor, left wall, ceiling, right wall side by side with the front at the
 * top, each wall turned so that the edge it shares with its neighbour lies beside it; doors, arches and front
 * piece as loose pieces below. Derived from the bays' own sizes, so a mismeasured bay shows as a step.
 */
export function layoutShell(shell: Shell): ShellLayout {
  const zones: PlacedZone[] = [];
  const kind = (...kinds: Zone['kind'][]) => shell.zones.filter(z => kinds.includes(z.kind));
  let x = 0;
  let bottom = 0;
  const main = [
    ...kind('floor'),
    ...kind('wall').filter(z => z.side === 'left'),
    ...kind('ceiling'),
    ...kind('wall').filter(z => z.side === 'right'),
  ];
  for (const zone of main) {
    const placed = place(zone, x, HEAD + zone.offset.value, zone.side === 'right');
    zones.push(placed);
    if (zone.side === 'right')
      for (const door of kind('sliding door')) zones.push(place(door, x, HEAD + door.offset.value, true));
    x += placed.width + GAP;
    bottom = Math.max(bottom, placed.y + placed.height);
  }
  const width = Math.max(x - GAP, 0);
  let looseX = 0;
  let looseY = bottom + 2 * HEAD;
  let rowHeight = 0;
  for (const zone of kind('cab overhead', 'bulkhead', 'rear door', 'arch')) {
    const placed = place(zone, looseX, looseY, false, zone.kind !== 'arch' || undefined);
    if (looseX > 0 && looseX + placed.width > width) {
      looseX = 0;
      looseY += rowHeight + HEAD + GAP;
      rowHeight = 0;
      Object.assign(placed, place(zone, 0, looseY, false, zone.kind !== 'arch' || undefined));
    }
    zones.push(placed);
    looseX = placed.x + placed.width + GAP;
    rowHeight = Math.max(rowHeight, placed.height);
  }
  return { width, height: looseY + rowHeight, zones };
}

/** `upright` draws height up the sheet (doors, seen from inside); otherwise stations run down it. */
function place(zone: Zone, x0: number, y0: number, mirrored: boolean, upright = false): PlacedZone {
  const first = Math.min(...zone.bays.map(b => b.station));
  const last = Math.max(...zone.bays.map(b => b.station));
  const flat: (Rect & { bay: Bay })[] = [];
  let along = 0;
  let breadth = zone.height.value;
  for (let station = first; station <= last; station++) {
    const column = zone.bays.filter(b => b.station === station).sort((a, b) => a.strip - b.strip);
    const filled =
      column.reduce((sum, b) => sum + b.height.value, 0) + zone.rail.value * Math.max(0, column.length - 1);
    let across = zone.kind === 'floor' && column.length === 1 ? (zone.height.value - filled) / 2 : 0;
    for (const bay of column) {
      flat.push({ bay, x: across, y: along, width: bay.height.value, height: bay.width.value });
      across += bay.height.value + zone.rail.value;
    }
    breadth = Math.max(breadth, filled);
    const rib = zone.ribs.find(r => r.after === station)?.width.value ?? 0;
    along += Math.max(0, ...column.map(b => b.width.value)) + (station < last ? rib : 0);
  }
  const turn = (r: Rect): Rect => {
    if (upright) return { x: x0 + r.y, y: y0 + breadth - r.x - r.width, width: r.height, height: r.width };
    return {
      x: x0 + (mirrored ? breadth - r.x - r.width : r.x),
      y: y0 + r.y,
      width: r.width,
      height: r.height,
    };
  };
  const bays = flat.map(f => ({ bay: f.bay, ...turn(f) }));
  const openings = zone.openings.flatMap(opening => {
    const host = bays.find(b => b.bay.id === opening.bay);
    if (!host) return [];
    const [w, h] = upright
      ? [opening.width.value, opening.height.value]
      : [opening.height.value, opening.width.value];
    return [
      { opening, x: host.x + (host.width - w) / 2, y: host.y + (host.height - h) / 2, width: w, height: h },
    ];
  });
  return {
    zone,
    x: x0,
    y: y0,
    width: upright ? along : breadth,
    height: upright ? breadth : along,
    bays,
    openings,
  };
}
