import type { Cover } from '../../buildup/index.ts';
import { type BayCurve, bayCurve, flatStrips } from '../../survey/geometry/index.ts';
import { HALF_MM } from '../../tolerance/index.ts';
import type { PieceLine } from './piece.ts';
import { rectOf, type ZonePlace } from './place.ts';
import type { Region } from './region.ts';

/** A line across a zone that is marked on every piece it crosses, m. */
export interface CurveMark {
  /** Along the zone where it runs across, up it where it runs along; m. */
  at: number;
  /** The direction it is measured in. */
  along: 'x' | 'y';
  /** What is done along it. */
  kind: PieceLine['kind'];
}

/** Curves that differ in length by less count as one, m. */
const SAME = HALF_MM;

/** The curve of a cover: of its one bay, or across the ribs of several alike; null where it is flat or differs. */
export function curveOf(cover: Cover, { cells }: Pick<ZonePlace, 'cells'>): BayCurve | null {
  const bays = cover.bays.map(id => cells.get(id)!.bay);
  const curves = bays.map(bayCurve);
  const [first] = curves;
  if (!first || curves.length === 1) return first ?? null;
  const alike = curves.every(
    (c, i) =>
      c?.along === 'height' &&
      bays[i]!.strip === bays[0]!.strip &&
      Math.abs(c.developed - first.developed) < SAME,
  );
  return alike ? first : null;
}

/** How a piece follows a curve. */
interface Field {
  /** The direction that bends. */
  along: 'x' | 'y';
  /** Where the bend begins, m. */
  from: number;
  /** Its chord, m. */
  chord: number;
  /** By how much the piece is longer than the chord. */
  by: number;
  /** Flat strips it falls into; one for what bends. */
  strips: number;
  /** Of each edge between two strips, degrees. */
  bevel: number;
}

/** How a cover follows its curve: in flat strips that leave no more than a gap behind, m, or with null as it bends. */
export function fieldOf(curve: BayCurve, cover: Cover, place: ZonePlace, gapBehind: number | null): Field {
  const cell = place.cells.get(cover.bays[0]!)!;
  const along = curve.along === 'width' ? ('x' as const) : ('y' as const);
  const chord = cell.bay[curve.along].value;
  const rect = rectOf(cover, place);
  const from =
    along === 'x' ? (gapBehind === null ? rect.x : cell.along) : gapBehind === null ? rect.y : cell.up;
  if (gapBehind === null) return { along, from, chord, by: curve.developed / chord, strips: 1, bevel: 0 };
  const strips = flatStrips(chord, curve.radius, gapBehind);
  const turn = Math.asin(Math.min(1, chord / (2 * curve.radius)));
  const straight = strips * 2 * curve.radius * Math.sin(turn / strips);
  return { along, from, chord, by: straight / chord, strips, bevel: ((turn / strips) * 180) / Math.PI };
}

/** A piece laid along a curve is longer than its chord. */
export function stretched(region: Region, { along, from, by }: Field): Region {
  const o = Math.round(from * 1e6);
  return region.map(path => path.map(p => ({ ...p, [along]: o + Math.round((p[along] - o) * by) })));
}

/** Lines across the curve at which a flat board is scored or cut. */
export const scores = ({ along, from, chord, by, strips }: Field): CurveMark[] =>
  Array.from({ length: strips - 1 }, (_, i) => ({
    at: from + ((i + 1) * chord * by) / strips,
    along,
    kind: 'score' as const,
  }));
