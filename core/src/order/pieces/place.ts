import type { Cover } from '../../buildup/index.ts';
import type { Bay, Shell, Zone } from '../../model/index.ts';
import { cellsOf, flatten, hiddenByArches, keptClear, outlineOf } from '../../survey/shell/index.ts';
import { boxOf, boxRegion, cornersIn, minus, type Region, regionOf } from './region.ts';

/** How far a chord may lie from the arc it stands for, m. */
const ARC = 0.0002;

/** A bay where it lies in its zone, m. */
export interface Cell {
  /** As surveyed. */
  bay: Bay;
  /** Of its front edge, m. */
  along: number;
  /** Of its lower edge, m. */
  up: number;
}

/** What is known of a zone while its pieces are cut. */
export interface Place {
  /** As surveyed. */
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
  /** What of each bay an arch stands before. */
  hidden: ReadonlyMap<string, Region[]>;
}

/** Where everything of a zone lies. */
export function placeOf(zone: Zone, shell: Shell): Place {
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
  const hidden = new Map<string, Region[]>();
  for (const h of hiddenByArches(shell)) {
    const cell = cells.get(h.bay);
    if (cell) hidden.set(h.bay, [boxRegion(cell.along + h.along, cell.up + h.up, h.width, h.height)]);
  }
  return { zone, cells, length, breadth, openings, hidden, joints: new Map() };
}

/** What of the ribs between bays an arch stands before: as much as of the bays on both their sides. */
function hiddenRibs({ zone, cells, hidden }: Place): Region[] {
  const own = [...cells.values()].filter(c => hidden.has(c.bay.id));
  return own.flatMap(a => {
    const rib = zone.ribs.find(r => r.after === a.bay.station);
    const b = own.find(c => c.bay.station === a.bay.station + 1 && c.bay.strip === a.bay.strip);
    if (!rib || !b) return [];
    const [behind, ahead] = [a, b].map(c => boxOf(cornersIn(hidden.get(c.bay.id)!.flat())));
    const up = Math.max(behind!.y, ahead!.y);
    const top = Math.min(behind!.y + behind!.height, ahead!.y + ahead!.height);
    return top > up ? [boxRegion(a.along + a.bay.width.value, up, rib.width.value, top - up)] : [];
  });
}

/** Where a cover's rectangle lies in its zone, m: what runs over ribs starts in the middle of the one before it. */
export function rectOf(
  cover: Cover,
  { cells, zone }: Place,
): { x: number; y: number; width: number; height: number } {
  const own = cover.bays.flatMap(id => cells.get(id) ?? []);
  const first = own.reduce((a, b) => (b.along < a.along ? b : a));
  const up = Math.min(...own.map(c => c.up));
  const rib = zone.ribs.find(r => r.after === first.bay.station - 1)?.width.value ?? 0;
  const over = cover.layer.role !== 'fill' && cover.layer.role !== 'damping';
  return { x: first.along - (over ? rib / 2 : 0), y: up, width: cover.width, height: cover.height };
}

/** What a cover's layer fills of its zone, before allowances. */
export function areaFor(cover: Cover, place: Place): { region: Region; taken: Region[] } {
  const { x, y, width, height } = rectOf(cover, place);
  const kept = cover.layer.role === 'fill' ? 'fill' : 'lining';
  const taken: Region[] = [];
  const notBay: Region[] = [];
  for (const id of cover.bays) {
    const cell = place.cells.get(id)!;
    const { bay, along, up } = cell;
    taken.push(...(place.openings.get(id) ?? []), ...(place.hidden.get(id) ?? []));
    for (const k of keptClear(place.zone, bay, kept))
      taken.push(boxRegion(along + k.along, up + k.up, k.width, k.height));
    const box = boxRegion(along, up, bay.width.value, bay.height.value);
    const outline = outlineOf(bay);
    if ((bay.outline || bay.cornerRadius) && outline.ok)
      notBay.push(
        minus(box, [regionOf(flatten(outline.outline, ARC).map(p => ({ x: p.x + along, y: p.y + up })))]),
      );
  }
  taken.push(...hiddenRibs(place));
  return { region: minus(boxRegion(x, y, width, height), [...taken, ...notBay]), taken };
}
