import type { Cover } from '../../buildup/index.ts';
import type { Material, Stock, Zone } from '../../model/index.ts';
import { isSurveyed } from '../../survey/geometry/index.ts';
import { edgesSeen, seenMirrored } from '../../survey/layout/index.ts';
import { atOrigin, type Point } from '../nesting/index.ts';
import type { CurveMark } from './curved.ts';
import type { CutChoices, CutPiece, PieceLine } from './piece.ts';
import { rectOf, type ZonePlace } from './place.ts';
import { boxOf, boxRegion, grown, netArea, type Part, partsOf } from './region.ts';

/** A part smaller than this in either direction is a sliver: foamed or left, not cut, m. */
export const SLIVER = 0.015;

/** Degrees a piece may be turned by: pile has a top, boards lie in their courses, grain runs as the person wants it. */
export function turnsOf(
  { runs, tongue }: Material,
  grain: CutChoices['grain'] = null,
  kind?: Zone['kind'],
): number[] {
  // A floor has no top: its roll lies along the van.
  if (runs === 'pile') return [kind === 'floor' ? 90 : 0];
  if (tongue !== null || (runs === 'grain' && grain === 'lengthwise')) return [90, 270];
  return runs === 'grain' && grain === 'crosswise' ? [0, 180] : [0, 90, 180, 270];
}

/** Bays by the first and the last of them. */
export const pieceName = (bays: readonly string[]): string =>
  bays.length === 1 ? bays[0]! : `${bays[0]}–${bays.at(-1)}`;

/** Whether a size of some bay is still assumed. */
const isAssumed = (bays: readonly string[], { cells }: ZonePlace): boolean =>
  bays.some(id => !isSurveyed(cells.get(id)!.bay));

interface Finish {
  id: string;
  bays: string[];
  buildUp: string;
  layer: string;
  role: string;
  place: ZonePlace;
  material: Material;
  stock: Stock;
  allowance: number;
  turns: number[];
  notes: readonly string[];
  edges: CutPiece['edges'];
  span: number | null;
  radius: number | null;
}

/** A part as it is seen from inside, its box at the origin. */
export function finished(
  part: Part,
  marks: readonly CurveMark[],
  {
    id,
    bays,
    buildUp,
    layer,
    role,
    place,
    material,
    stock,
    allowance,
    turns,
    notes,
    edges: clear,
    span,
    radius,
  }: Finish,
): CutPiece {
  const { zone } = place;
  const mirrored = seenMirrored(zone);
  const box = boxOf(part.outline);
  const seen = (points: readonly Point[]): Point[] => {
    const moved = points.map(p => ({
      x: mirrored ? box.x + box.width - p.x : p.x - box.x,
      y: p.y - box.y,
    }));
    return mirrored ? moved.reverse() : moved;
  };
  const lines = marks.flatMap(({ at, along, kind }): PieceLine[] => {
    const [from, size] = along === 'x' ? [box.x, box.width] : [box.y, box.height];
    if (at <= from + SLIVER || at >= from + size - SLIVER) return [];
    const line =
      along === 'x'
        ? [
            { x: at, y: box.y },
            { x: at, y: box.y + box.height },
          ]
        : [
            { x: box.x, y: at },
            { x: box.x + box.width, y: at },
          ];
    const [a, b] = seen(line) as [Point, Point];
    return [{ kind, from: a, to: b }];
  });
  const edges = edgesSeen(zone);
  return {
    id,
    zone: zone.id,
    bays,
    buildUp,
    layer,
    role,
    material: material.id,
    thickness: stock.thickness,
    outline: tidy(seen(part.outline)),
    holes: part.holes.map(h => tidy(seen(h))),
    lines,
    area: netArea(part),
    at: { along: box.x, up: box.y },
    mirrored,
    above: edges.above,
    left: edges.left,
    allowance,
    turns,
    edges: clear,
    span,
    radius,
    assumed: isAssumed(bays, place),
    notes: [...new Set(notes)],
  };
}

/** Without corners that lie on a straight line within a hundredth of a millimetre. */
function tidy(points: Point[]): Point[] {
  return points.filter((p, i) => {
    const a = points[(i + points.length - 1) % points.length]!;
    const b = points[(i + 1) % points.length]!;
    const long = Math.hypot(b.x - a.x, b.y - a.y);
    return long === 0 || Math.abs((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / long > 1e-5;
  });
}

/** A rectangle that no outline cuts: stuffing, a batten, a damping sheet. */
export function plain(
  cover: Cover,
  role: string,
  name: string,
  place: ZonePlace,
  material: Material,
  stock: Stock,
  allowance: number,
  size: { width: number; height: number } = cover,
): CutPiece {
  const { width, height } = size;
  const outline = atOrigin(partsOf(grown(boxRegion(0, 0, width, height), allowance))[0]!.outline);
  const edges = edgesSeen(place.zone);
  const { x, y } = rectOf(cover, place);
  return {
    id: `${name} ${role}`,
    zone: place.zone.id,
    bays: cover.bays,
    buildUp: cover.buildUp,
    layer: cover.layer.id,
    role,
    material: material.id,
    thickness: stock.thickness,
    outline,
    holes: [],
    lines: [],
    area: Math.abs(width * height),
    at: { along: x, up: y },
    mirrored: seenMirrored(place.zone),
    above: edges.above,
    left: edges.left,
    allowance,
    turns: turnsOf(material),
    edges: [],
    span: null,
    radius: null,
    assumed: isAssumed(cover.bays, place),
    notes:
      role === 'stuffing'
        ? [
            `fills ${(cover.area * cover.layer.thickness * 1000).toFixed(1)} l, ${(cover.area * cover.layer.thickness * material.density).toFixed(1)} kg`,
          ]
        : [],
  };
}
