import type { Cover } from '../../buildup/index.ts';
import type { Bay, Shell, Zone } from '../../model/index.ts';
import { flatten, keptClear, outlineOf } from '../../survey/geometry/index.ts';
import { archStands, cellsOf } from '../../survey/layout/index.ts';
import { boxRegion, FAR, grown, minus, type Region, regionOf, together } from './region.ts';

/** How far a chord may lie from the arc it stands for, m. */
const ARC = 0.0002;

/** A bay where it lies in its zone, m. */
export interface Cell {
  bay: Bay;
  /** Of its front edge, m. */
  along: number;
  /** Of its lower edge, m. */
  up: number;
}

/** What is known of a zone while its pieces are cut. */
export interface ZonePlace {
  zone: Zone;
  /** Of all its bays and ribs, m. */
  length: number;
  /** Of all its bays and rails, m. */
  breadth: number;
  /** Its bays by id. */
  cells: ReadonlyMap<string, Cell>;
  /** Of each bay, in zone coordinates. */
  openings: ReadonlyMap<string, Region[]>;
  /** Joints of the latest rigid layer over the ribs, by build-up. */
  joints: Map<string, { x: number[]; y: number[] }>;
  /** Arches that stand before it, or on it. */
  arches: readonly ArchTaken[];
}

/** What an arch takes of a zone, m from the zone's front and lower edge. */
export interface ArchTaken {
  /** Of its front foot. */
  from: number;
  /** Of its rear foot. */
  to: number;
  region: Region;
  /** What is laid on that, m. */
  lining: number;
}

/** How thick what is laid on an arch is, m. */
export type ArchLining = (arch: Zone) => number;

/** Where everything of a zone lies. */
export function zonePlaceOf(zone: Zone, shell: Shell, lining: ArchLining = () => 0): ZonePlace {
  const { cells: all, length, breadth } = cellsOf(zone);
  const cells = new Map(all.map(c => [c.bay.id, c]));
  const openings = new Map<string, Region[]>();
  for (const o of zone.openings) {
    const cell = cells.get(o.bay);
    if (!cell) continue;
    const x = cell.along + (o.at?.along.value ?? cell.bay.width.value / 2) - o.width.value / 2;
    const y = cell.up + (o.at?.up.value ?? cell.bay.height.value / 2) - o.height.value / 2;
    openings.set(o.bay, [...(openings.get(o.bay) ?? []), boxRegion(x, y, o.width.value, o.height.value)]);
  }
  return {
    zone,
    cells,
    length,
    breadth,
    openings,
    arches: archesAt(zone, shell, breadth, lining),
    joints: new Map(),
  };
}

/** What arches take of the wall behind them and of the floor they stand on. */
function archesAt(zone: Zone, shell: Shell, breadth: number, lining: ArchLining): ArchTaken[] {
  return archStands(shell).flatMap((stand): ArchTaken[] => {
    const from = stand.from - zone.offset.value;
    const of = { from, to: from + stand.length, lining: lining(stand.arch) };
    if (zone.kind === 'wall' && zone.side === stand.arch.side)
      return [{ ...of, region: regionOf(stand.outline.map(p => ({ x: p.x + from, y: p.y }))) }];
    if (zone.kind !== 'floor') return [];
    const y = stand.arch.side === 'left' ? 0 : breadth - stand.reach;
    return [{ ...of, region: boxRegion(from, y, stand.length, stand.reach) }];
  });
}

/** Where a cover's rectangle lies in its zone, m: what runs over ribs starts in the middle of the one before it. */
export function rectOf(
  cover: Cover,
  { cells, zone }: ZonePlace,
): { x: number; y: number; width: number; height: number } {
  const own = cover.bays.flatMap(id => cells.get(id) ?? []);
  const first = own.reduce((a, b) => (b.along < a.along ? b : a));
  const up = Math.min(...own.map(c => c.up));
  const rib = zone.ribs.find(r => r.after === first.bay.station - 1)?.width.value ?? 0;
  const over = cover.layer.role !== 'fill' && cover.layer.role !== 'damping';
  return { x: first.along - (over ? rib / 2 : 0), y: up, width: cover.width, height: cover.height };
}

/** Left round an arch by what is stiff besides its own lining, m: two readings of the tape, and no less than this. */
const ROUND_ARCH = 0.003;

/** What a stiff sheet leaves round an arch's skin, m. */
export const roundArch = ({ lining }: Pick<ArchTaken, 'lining'>, tapeError: number): number =>
  lining + Math.max(ROUND_ARCH, 2 * tapeError);

/**
 * What a cover's layer fills of its zone, before allowances. What runs over ribs goes round the arches that stand in its way, with
 * so much left as `leave` says.
 */
export function areaFor(
  cover: Cover,
  place: ZonePlace,
  leave: (arch: ArchTaken) => number = () => 0,
): { region: Region; taken: Region[] } {
  const { x, y, width, height } = rectOf(cover, place);
  const { zone, cells, openings, arches, breadth } = place;
  const isFill = cover.layer.role === 'fill';
  const taken: Region[] = [];
  const notBay: Region[] = [];
  for (const id of cover.bays) {
    const cell = cells.get(id)!;
    const { bay, along, up } = cell;
    taken.push(...(openings.get(id) ?? []));
    for (const k of keptClear(zone, bay, isFill ? 'fill' : 'lining'))
      taken.push(boxRegion(along + k.along, up + k.up, k.width, k.height));
    const box = boxRegion(along, up, bay.width.value, bay.height.value);
    const outline = outlineOf(bay);
    if ((bay.outline || bay.cornerRadius) && outline.ok)
      notBay.push(
        minus(box, [regionOf(flatten(outline.outline, ARC).map(p => ({ x: p.x + along, y: p.y + up })))]),
      );
  }
  let region = boxRegion(x, y, width, height);
  if (!isFill) {
    // A floor is as wide again before and behind the arches, wherever its bays end.
    const wide = minus(
      wholeStations(cover, place) ? boxRegion(x, 0, width, breadth) : [],
      arches.map(a => boxRegion(a.from, -FAR, a.to - a.from, 2 * FAR)),
    );
    if (zone.kind === 'floor' && arches.length > 0 && wide.length > 0) region = together([region, wide]);
  }
  const round = arches.map(a => (isFill ? a.region : grown(a.region, leave(a))));
  return { region: minus(region, [...taken, ...notBay, ...round]), taken };
}

/** Whether a cover has all bays of its stations. */
function wholeStations({ bays }: Cover, { zone, cells }: ZonePlace): boolean {
  const stations = new Set(bays.map(id => cells.get(id)!.bay.station));
  return zone.bays.every(b => !stations.has(b.station) || bays.includes(b.id));
}
