import { atOrigin, type Nest, type Point, turnPoints } from '../nesting/index.ts';
import type { CutPiece } from '../pieces/index.ts';

/** A piece where it lies on its sheet, m from the sheet's datum corner. */
export interface OnSheet {
  /** As it is cut. */
  piece: CutPiece;
  /** Of its box, m. */
  x: number;
  /** Of its box, m. */
  y: number;
  /** Of its box as it lies, m. */
  width: number;
  /** Of its box as it lies, m. */
  length: number;
  /** Degrees counter-clockwise. */
  turn: number;
  /** Corners on the sheet, m. */
  outline: Point[];
  /** Cut-outs on the sheet, m. */
  holes: Point[][];
}

/** The pieces of one sheet, from the datum corner on. */
export function piecesOn(
  nest: Nest,
  pieces: ReadonlyMap<string, CutPiece>,
  stock: string,
  index: number,
): OnSheet[] {
  return nest.laid
    .filter(l => l.stock === stock && l.index === index)
    .map(l => placedOnSheets(pieces.get(l.piece)!, l))
    .sort((a, b) => a.y - b.y || a.x - b.x);
}

/** A piece put onto a sheet, turned, its box's corner at a place. */
export function placedOnSheets(
  piece: CutPiece,
  { x, y, turn }: { x: number; y: number; turn: number },
): OnSheet {
  const turned = turnPoints(piece.outline, turn);
  const [x0, y0] = [Math.min(...turned.map(p => p.x)), Math.min(...turned.map(p => p.y))];
  const moved = (points: readonly Point[]) =>
    turnPoints(points, turn).map(p => ({ x: p.x - x0 + x, y: p.y - y0 + y }));
  const box = atOrigin(turned);
  return {
    piece,
    x,
    y,
    width: Math.max(...box.map(p => p.x)),
    length: Math.max(...box.map(p => p.y)),
    turn,
    outline: moved(piece.outline),
    holes: piece.holes.map(moved),
  };
}

/** One straight cut, m from the datum corner: `at` from the one edge, from and to along it. */
export interface CutStep {
  /** Whether the cut runs across the sheet, at a distance along it; otherwise along it. */
  across: boolean;
  /** Distance from the datum edge, m. */
  at: number;
  /** Where it begins, m. */
  from: number;
  /** Where it ends, m. */
  to: number;
}

interface Region {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/**
 * The order in which a sheet is cut: each cut parts what lies there from edge to edge, the longest first, as long as
 * any does. What no such cut parts (`left`) is cut out piece by piece.
 */
export function cutSteps(
  placed: readonly OnSheet[],
  width: number,
  length: number,
): { cuts: CutStep[]; left: OnSheet[] } {
  const cuts: CutStep[] = [];
  const left: OnSheet[] = [];
  const walk = (pieces: readonly OnSheet[], r: Region): void => {
    if (pieces.length === 0) return;
    const found = [splitLine(pieces, r, true), splitLine(pieces, r, false)]
      .flatMap(s => s ?? [])
      .sort((a, b) => b.to - b.from - (a.to - a.from))[0];
    if (!found) {
      if (pieces.length > 1) left.push(...pieces);
      return;
    }
    cuts.push(found);
    const [near, far] = found.across
      ? [
          { ...r, y1: found.at },
          { ...r, y0: found.at },
        ]
      : [
          { ...r, x1: found.at },
          { ...r, x0: found.at },
        ];
    const before = pieces.filter(p => (found.across ? p.y + p.length : p.x + p.width) <= found.at + SLACK);
    walk(before, near);
    walk(
      pieces.filter(p => !before.includes(p)),
      far,
    );
  };
  walk(placed, { x0: 0, y0: 0, x1: width, y1: length });
  return { cuts, left };
}

/** A tenth of a millimetre. */
const SLACK = 1e-4;

/** The first line, seen from the datum corner, that ends a piece and crosses none; null where there is none within the region. */
function splitLine(pieces: readonly OnSheet[], r: Region, across: boolean): CutStep | null {
  const start = (p: OnSheet) => (across ? p.y : p.x);
  const end = (p: OnSheet) => (across ? p.y + p.length : p.x + p.width);
  const [low, high] = across ? [r.y0, r.y1] : [r.x0, r.x1];
  const lines = pieces.flatMap(p => [start(p), end(p)]).sort((a, b) => a - b);
  const at = lines.find(
    l =>
      l > low + SLACK && l < high - SLACK && pieces.every(p => end(p) <= l + SLACK || start(p) >= l - SLACK),
  );
  if (at === undefined) return null;
  return { across, at, ...(across ? { from: r.x0, to: r.x1 } : { from: r.y0, to: r.y1 }) };
}
