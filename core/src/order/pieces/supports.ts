import type { Cover } from '../../buildup/index.ts';
import type { Layer } from '../../model/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import type { CurveMark } from './curved.ts';
import type { Cell, ZonePlace } from './place.ts';
import { boxOf, type Part } from './region.ts';

/** A joint off its support by no more than this is on it, m. */
const ON = 0.012;

/** What may bear the pieces of a layer. */
export interface Bearing {
  /** Whose pieces they are. */
  layer: Layer;
  /** Of the bays they cover. */
  cells: readonly Cell[];
  zone: ZonePlace['zone'];
  /** Middles of battens, m from the zone's front. */
  battens: readonly number[];
}

/** The ribs behind some bays' rear edges, each once: their middles from the zone's front, and widths, m. */
export function ribsAfter(cells: Iterable<Cell>, zone: ZonePlace['zone']): { at: number; width: number }[] {
  const found = new Map<number, { at: number; width: number }>();
  for (const { bay, along } of cells) {
    const rib = zone.ribs.find(r => r.after === bay.station);
    if (!rib) continue;
    const at = along + bay.width.value + rib.width.value / 2;
    found.set(at, { at, width: rib.width.value });
  }
  return [...found.values()];
}

/** Where a screw finds wood, or steel where there is none: before both vanish behind the lining. */
export function foundBehind(
  cover: Cover,
  battens: readonly number[],
  { zone, cells }: ZonePlace,
): CurveMark[] {
  if (battens.length > 0) return [...new Set(battens)].map(at => ({ at, along: 'x', kind: 'batten' }));
  const own = cover.bays.map(id => cells.get(id)!);
  return ribsAfter(own, zone).map(({ at }) => ({ at, along: 'x', kind: 'rib' }));
}

/** Ribs, rails and battens that a joint may lie on, in zone coordinates; a fill's joints need nothing beneath. */
export function bearingLines({ layer, cells, zone, battens }: Bearing): { x: number[]; y: number[] } {
  if (layer.role === 'fill') return { x: [], y: [] };
  const x = ribsAfter(cells, zone).map(r => r.at);
  const y = cells.map(c => c.up + c.bay.height.value + zone.rail.value / 2);
  return { x: [...new Set([...x, ...battens])], y: zone.rail.value > 0 ? [...new Set(y)] : [] };
}

/** Furthest from one batten or rib to the next behind a part, m. */
export function widestGap(part: Part, { cells, zone, battens }: Bearing): number {
  const { x, width } = boxOf(part.outline);
  const ribs = ribsAfter(cells, zone).map(r => r.at);
  const lines = [...new Set([x, ...(battens.length > 0 ? battens : ribs), x + width])]
    .filter(l => l >= x - ROUNDING && l <= x + width + ROUNDING)
    .sort((a, b) => a - b);
  return Math.max(...lines.slice(1).map((l, i) => l - lines[i]!));
}

/** Where parts meet, m from the zone's front and lower edge: edges of some that lie within all of them together. */
export function jointsBetween(parts: readonly Part[]): { x: number[]; y: number[] } {
  if (parts.length < 2) return { x: [], y: [] };
  const boxes = parts.map(p => boxOf(p.outline));
  const inner = (starts: number[], ends: number[]) => {
    const [low, high] = [Math.min(...starts), Math.max(...ends)];
    return [...new Set([...starts, ...ends])].filter(v => v > low + 0.01 && v < high - 0.01);
  };
  return {
    x: inner(
      boxes.map(b => b.x),
      boxes.map(b => b.x + b.width),
    ),
    y: inner(
      boxes.map(b => b.y),
      boxes.map(b => b.y + b.height),
    ),
  };
}

/** A joint of two parts with nothing to bear it. */
export interface Unborne {
  /** Whether it is measured along the zone or up it. */
  along: 'x' | 'y';
  /** m. */
  at: number;
  /** Where it begins, in the other direction, m. */
  from: number;
  /** Where it ends, m. */
  to: number;
}

/** Edges at which two parts meet and under which no rib, rail or batten lies. */
export function unborne(parts: readonly Part[], bearing: Bearing): Unborne[] {
  const borne = bearingLines(bearing);
  const boxes = parts.map(p => boxOf(p.outline));
  const found: Unborne[] = [];
  for (const along of ['x', 'y'] as const) {
    const [size, other, long] =
      along === 'x' ? (['width', 'y', 'height'] as const) : (['height', 'x', 'width'] as const);
    for (const a of boxes)
      for (const b of boxes) {
        const at = (a[along] + a[size] + b[along]) / 2;
        const from = Math.max(a[other], b[other]);
        const to = Math.min(a[other] + a[long], b[other] + b[long]);
        if (a === b || Math.abs(b[along] - a[along] - a[size]) > ON || to - from < 0.05) continue;
        if (borne[along].every(l => Math.abs(l - at) > ON)) found.push({ along, at, from, to });
      }
  }
  return found;
}
