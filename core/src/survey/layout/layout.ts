import type { Bay, Opening, Place, Rib, Shell, Zone } from '../../model/index.ts';
import { flatten, outlineOf } from '../geometry/index.ts';
import { type Seen, seenMirrored } from './side.ts';

/** A rectangle in m, x across the sheet and y from the front of the van to the rear. */
export interface Rect {
  /** Left edge, m. */
  x: number;
  /** Front edge, m. */
  y: number;
  /** Across the sheet, m. */
  width: number;
  /** Towards the rear, m. */
  height: number;
}

export interface PlacedBay extends Rect {
  bay: Bay;
  /** Of its front lower corner, from the zone's front, m. */
  along: number;
  /** Of that corner, from the zone's lower edge, m. */
  up: number;
  /** Corners of the outline on the sheet, arcs as fine chords; null for a plain rectangle. */
  outline: { x: number; y: number }[] | null;
}

export interface PlacedZone extends Rect {
  zone: Zone;
  /** Where each lies on the sheet. */
  bays: PlacedBay[];
  /** Where each lies on the sheet. */
  openings: (Rect & { opening: Opening })[];
  /** Ribs between stations. */
  ribs: (Rect & { rib: Rib })[];
  /** Whether its height runs up the sheet; otherwise “along” runs down it. */
  upright: boolean;
  /** Upright: whether “along” runs to the left. Otherwise: whether “up” does. */
  mirrored: boolean;
}

/** A point of a zone (m along from its front, up from its lower edge) on the sheet, and back. */
export function onSheet(zone: PlacedZone, along: number, up: number): { x: number; y: number } {
  if (zone.upright)
    return {
      x: zone.mirrored ? zone.x + zone.width - along : zone.x + along,
      y: zone.y + zone.height - up,
    };
  return { x: zone.mirrored ? zone.x + zone.width - up : zone.x + up, y: zone.y + along };
}

export function fromSheet(zone: PlacedZone, x: number, y: number): { along: number; up: number } {
  if (zone.upright)
    return {
      along: zone.mirrored ? zone.x + zone.width - x : x - zone.x,
      up: zone.y + zone.height - y,
    };
  return { along: y - zone.y, up: zone.mirrored ? zone.x + zone.width - x : x - zone.x };
}

/** The rectangle on the sheet of a size centred at a place of its bay; the bay's middle when no place is given. */
export function placeIn(
  zone: PlacedZone,
  bay: PlacedBay,
  at: Place | undefined,
  width: number,
  height: number,
): Rect {
  const along = bay.along + (at ? at.along.value : bay.bay.width.value / 2);
  const up = bay.up + (at ? at.up.value : bay.bay.height.value / 2);
  return rectOnSheet(zone, along - width / 2, up - height / 2, width, height);
}

export function rectOnSheet(
  zone: PlacedZone,
  along: number,
  up: number,
  width: number,
  height: number,
): Rect {
  const a = onSheet(zone, along, up);
  const b = onSheet(zone, along + width, up + height);
  return {
    x: Math.min(a.x, b.x),
    y: Math.min(a.y, b.y),
    width: Math.abs(a.x - b.x),
    height: Math.abs(a.y - b.y),
  };
}

export interface ShellLayout {
  /** Of the sheet, m. */
  width: number;
  /** Of the sheet, m. */
  height: number;
  zones: PlacedZone[];
}

const GAP = 0.12;
/** Room above a zone for its name. */
const HEAD = 0.25;
/** Of the cab's pieces together: two doors side by side. */
const CAB_WIDTH = 2.3;

/**
 * The shell unfolded flat, to scale, as it is seen from inside: left wall, floor, right wall and ceiling side by side with
 * the front at the top and the frames between them, each turned so that the edge it shares with its neighbour lies beside
 * it; doors, arches and front piece as loose pieces below, the cab's beside them. From outside it is the same sheet turned
 * over. Derived from the bays' own sizes, so a mismeasured bay shows as a step.
 */
export function layoutShell(shell: Shell, seen: Seen = 'inside'): ShellLayout {
  const inside = unfolded(shell);
  return seen === 'inside' ? inside : turnedOver(inside);
}

/** The sheet seen from its other side. */
function turnedOver({ width, height, zones }: ShellLayout): ShellLayout {
  const over = <R extends Rect>(r: R): R => ({ ...r, x: width - r.x - r.width });
  return {
    width,
    height,
    zones: zones.map(z => ({
      ...over(z),
      mirrored: !z.mirrored,
      bays: z.bays.map(b => ({
        ...over(b),
        outline: b.outline?.map(p => ({ x: width - p.x, y: p.y })).reverse() ?? null,
      })),
      openings: z.openings.map(over),
      ribs: z.ribs.map(over),
    })),
  };
}

function unfolded(shell: Shell): ShellLayout {
  const zones: PlacedZone[] = [];
  const kind = (...kinds: Zone['kind'][]) => shell.zones.filter(z => kinds.includes(z.kind));
  const side = (of: Zone['kind'], name: Zone['side']) => kind(of).filter(z => z.side === name);
  // The right one first: seen from inside, hinges and fronts then lie outermost and are not written over one another.
  const pairFacing = (of: Zone['kind']) => [...side(of, 'right'), ...side(of, 'left'), ...side(of, 'none')];
  let x = 0;
  let bottom = 0;
  const main = [
    ...side('frame', 'left'),
    ...side('wall', 'left'),
    ...kind('floor'),
    ...side('wall', 'right'),
    ...side('frame', 'right'),
    ...kind('ceiling'),
    ...side('frame', 'none'),
  ];
  for (const zone of main) {
    const placed = place(zone, x, HEAD + zone.offset.value);
    zones.push(placed);
    if (zone.kind === 'wall')
      for (const door of side('sliding door', zone.side))
        zones.push(place(door, x, HEAD + door.offset.value));
    x += placed.width + GAP;
    bottom = Math.max(bottom, placed.y + placed.height);
  }
  const width = Math.max(x - GAP, 0);
  const loose = flow(
    [...pairFacing('rear door'), ...kind('arch', 'cab overhead', 'bulkhead', 'partition', 'cab frame')],
    0,
    bottom + 2 * HEAD,
    width,
  );
  const cab = flow(
    [...kind('windscreen'), ...pairFacing('cab door'), ...kind('cab roof', 'footwell')],
    width + 2 * GAP,
    HEAD,
    CAB_WIDTH,
  );
  const all = [...zones, ...loose, ...cab];
  return {
    width: all.reduce((most, z) => Math.max(most, z.x + z.width), width),
    height: all.reduce((most, z) => Math.max(most, z.y + z.height), bottom),
    zones: all,
  };
}

/** Pieces side by side from a corner, in rows no wider than `width`. */
function flow(pieces: readonly Zone[], left: number, top: number, width: number): PlacedZone[] {
  let [x, y, row] = [left, top, 0];
  return pieces.map(zone => {
    const upright = zone.kind !== 'arch' || undefined;
    let placed = place(zone, x, y, upright);
    if (x > left && placed.x + placed.width > left + width) {
      x = left;
      y += row + HEAD + GAP;
      row = 0;
      placed = place(zone, x, y, upright);
    }
    x += placed.width + GAP;
    row = Math.max(row, placed.height);
    return placed;
  });
}

/** `upright` draws height up the sheet; otherwise stations run down it. */
function place(zone: Zone, x: number, y: number, upright = false): PlacedZone {
  const { cells, length, breadth, ribStarts } = cellsOf(zone);
  const placed: PlacedZone = {
    zone,
    x,
    y,
    width: upright ? length : breadth,
    height: upright ? breadth : length,
    upright,
    mirrored: seenMirrored(zone),
    bays: [],
    openings: [],
    ribs: [],
  };
  placed.bays = cells.map(({ bay, along, up }) => ({
    bay,
    along,
    up,
    ...rectOnSheet(placed, along, up, bay.width.value, bay.height.value),
    outline: outlineOnSheet(placed, bay, along, up),
  }));
  placed.ribs = zone.ribs.flatMap(rib => {
    const start = ribStarts.get(rib.after);
    return start === undefined ? [] : [{ rib, ...rectOnSheet(placed, start, 0, rib.width.value, breadth) }];
  });
  placed.openings = zone.openings.flatMap(opening => {
    const host = placed.bays.find(b => b.bay.id === opening.bay);
    return host
      ? [{ opening, ...placeIn(placed, host, opening.at, opening.width.value, opening.height.value) }]
      : [];
  });
  return placed;
}

function outlineOnSheet(zone: PlacedZone, bay: Bay, along: number, up: number): PlacedBay['outline'] {
  if (!bay.outline && !bay.cornerRadius) return null;
  const read = outlineOf(bay);
  return read.ok ? flatten(read.outline).map(p => onSheet(zone, along + p.x, up + p.y)) : null;
}

interface Cell {
  bay: Bay;
  along: number;
  up: number;
}

/** Where each bay lies in its zone: stations one after another, strips stacked, parts of a bay in their order. */
export function cellsOf(zone: Zone): {
  cells: Cell[];
  length: number;
  breadth: number;
  ribStarts: Map<number, number>;
} {
  const stations = [...new Set(zone.bays.map(b => b.station))].sort((a, b) => a - b);
  const cells: Cell[] = [];
  const ribStarts = new Map<number, number>();
  let along = 0;
  let breadth = zone.height.value;
  for (const [i, station] of stations.entries()) {
    const column = zone.bays.filter(b => b.station === station);
    const strips = [...new Set(column.map(b => b.strip))].sort((a, b) => a - b);
    const heightOf = (strip: number) =>
      Math.max(...column.filter(b => b.strip === strip).map(b => b.height.value));
    const filled =
      strips.reduce((sum, s) => sum + heightOf(s), 0) + zone.rail.value * Math.max(0, strips.length - 1);
    let up = zone.kind === 'floor' && column.length === 1 ? (zone.height.value - filled) / 2 : 0;
    let longest = 0;
    for (const strip of strips) {
      let start = along;
      for (const bay of column.filter(b => b.strip === strip)) {
        cells.push({ bay, along: start, up });
        start += bay.width.value;
      }
      longest = Math.max(longest, start - along);
      up += heightOf(strip) + zone.rail.value;
    }
    breadth = Math.max(breadth, filled);
    along += longest;
    const rib = zone.ribs.find(r => r.after === station);
    if (rib && i < stations.length - 1) {
      ribStarts.set(station, along);
      along += rib.width.value;
    }
  }
  return { cells, length: along, breadth, ribStarts };
}
