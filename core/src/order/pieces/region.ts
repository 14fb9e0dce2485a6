import {
  Clipper64,
  ClipType,
  EndType,
  FillRule,
  inflatePaths,
  JoinType,
  type Path64,
  type Paths64,
  type PolyPath64,
  PolyTree64,
} from 'clipper2-ts';
import { type Point, shapeArea } from '../nesting/index.ts';

/** Flat areas with holes, in whole micrometres: sums and differences of them are exact. */
export type Region = Paths64;

const MICRO = 1e6;

/** An outline as a region. */
export const regionOf = (outline: readonly Point[]): Region =>
  outline.length < 3 ? [] : [outline.map(toMicro)];

/** A rectangle as a region, m. */
export const boxRegion = (x: number, y: number, width: number, height: number): Region =>
  regionOf([
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
  ]);

const toMicro = ({ x, y }: Point) => ({ x: Math.round(x * MICRO), y: Math.round(y * MICRO) });

/** Corners of a region, m. */
export const cornersIn = (region: Region): Point[] =>
  region.flat().map(p => ({ x: p.x / MICRO, y: p.y / MICRO }));

/** What of a region lies outside of others. */
export const minus = (region: Region, taken: readonly Region[]): Region =>
  taken.length === 0 ? region : combine(ClipType.Difference, region, taken.flat());

/** All of them as one. */
export const together = (regions: readonly Region[]): Region =>
  regions.length === 1 ? regions[0]! : combine(ClipType.Union, regions.flat(), []);

/** What lies in both. */
export const withinRegion = (a: Region, b: Region): Region => combine(ClipType.Intersection, a, b);

/** A region with every edge moved outwards by so much, m, corners kept sharp; inwards where negative. */
export function grown(region: Region, by: number): Region {
  const delta = Math.round(by * MICRO);
  return delta === 0 ? region : inflatePaths(region, delta, JoinType.Miter, EndType.Polygon, 3);
}

function combine(type: ClipType, subject: Region, clip: Region): Region {
  return leaves(type, subject, clip).flatMap(({ outer, holes }) => [outer, ...holes]);
}

function leaves(type: ClipType, subject: Region, clip: Region): { outer: Path64; holes: Path64[] }[] {
  if (subject.length === 0) return [];
  const clipper = new Clipper64();
  clipper.addSubject(subject);
  if (clip.length > 0) clipper.addClip(clip);
  const tree = new PolyTree64();
  clipper.execute(type, FillRule.NonZero, tree);
  const found: { outer: Path64; holes: Path64[] }[] = [];
  const walk = (node: PolyPath64): void => {
    for (let i = 0; i < node.count; i++) {
      const outer = node.child(i);
      const holes = Array.from({ length: outer.count }, (_, k) => outer.child(k));
      found.push({ outer: outer.poly!, holes: holes.map(h => h.poly!) });
      holes.forEach(walk);
    }
  };
  walk(tree);
  return found;
}

/** One connected part of a region, m: counter-clockwise outside, its holes clockwise. */
export interface Part {
  /** m. */
  outline: Point[];
  /** m. */
  holes: Point[][];
}

/** The connected parts of a region, the largest first. */
export function partsOf(region: Region): Part[] {
  const metres = (path: Path64) => path.map(p => ({ x: p.x / MICRO, y: p.y / MICRO }));
  return leaves(ClipType.Union, region, [])
    .map(({ outer, holes }) => ({ outline: metres(outer), holes: holes.map(metres) }))
    .sort((a, b) => netArea(b) - netArea(a));
}

/** Area of a part less its holes, m². */
export const netArea = ({ outline, holes }: Part): number =>
  Math.abs(shapeArea(outline)) - holes.reduce((sum, h) => sum + Math.abs(shapeArea(h)), 0);

/** The box round points, m. */
export function boxOf(points: readonly Point[]): { x: number; y: number; width: number; height: number } {
  const [xs, ys] = [points.map(p => p.x), points.map(p => p.y)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

/** Beyond any zone, m. */
export const FAR = 100;

/** A part as a region again. */
export const asRegion = ({ outline, holes }: Part): Region =>
  [regionOf(outline), ...holes.map(regionOf)].flat();
