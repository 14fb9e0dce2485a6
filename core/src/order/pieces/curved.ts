import type { Cover } from '../../buildup/index.ts';
import { bayCurve, flatStrips } from '../../survey/shell/index.ts';
import type { CutChoices, PieceLine } from './piece.ts';
import { type Place, rectOf } from './place.ts';
import type { Region } from './region.ts';

/** A line across a zone that is marked on every piece it crosses, m. */
export interface Mark {
  /** Along the zone where it runs across, up it where it runs along; m. */
  at: number;
  /** The direction it is measured in. */
  along: 'x' | 'y';
  /** What is done along it. */
  kind: PieceLine['kind'];
}

/** The curve of a cover's one bay; null where it is flat or covers several. */
export const curveOf = (cover: Cover, { cells }: Place) =>
  cover.bays.length === 1 ? bayCurve(cells.get(cover.bays[0]!)!.bay) : null;

/** A soft piece laid along a curve is longer than its chord. */
export function stretched(
  region: Region,
  curve: ReturnType<typeof bayCurve>,
  cover: Cover,
  place: Place,
): Region {
  if (!curve) return region;
  const { x, y } = rectOf(cover, place);
  const { bay } = place.cells.get(cover.bays[0]!)!;
  const by = curve.developed / bay[curve.along].value;
  const [ox, oy] = [Math.round(x * 1e6), Math.round(y * 1e6)];
  return region.map(path =>
    path.map(p =>
      curve.along === 'width'
        ? { ...p, x: ox + Math.round((p.x - ox) * by) }
        : { ...p, y: oy + Math.round((p.y - oy) * by) },
    ),
  );
}

/** Lines across the curve at which a flat board is scored and broken. */
export function scores(
  curve: NonNullable<ReturnType<typeof bayCurve>>,
  cover: Cover,
  place: Place,
  { gapBehind }: CutChoices,
): Mark[] {
  const cell = place.cells.get(cover.bays[0]!)!;
  const size = cell.bay[curve.along].value;
  const strips = flatStrips(size, curve.radius, gapBehind);
  const along = curve.along === 'width' ? ('x' as const) : ('y' as const);
  const from = along === 'x' ? cell.along : cell.up;
  return Array.from({ length: strips - 1 }, (_, i) => ({
    at: from + ((i + 1) * size) / strips,
    along,
    kind: 'score' as const,
  }));
}
