import type { Point } from '../nesting/index.ts';
import { boxOf, boxRegion, minus, netArea, partsOf, regionOf } from './region.ts';

/** What is cut off the box of a piece, or out of it. */
export interface CutOut {
  /** A notch in one edge, what is off a corner square or slant, a hole, or anything else: that goes by its template. */
  kind: 'notch' | 'corner' | 'chamfer' | 'hole' | 'shape';
  /** From the left of the piece's box to its left, m. */
  x: number;
  /** From the lower edge of the piece's box to its lower edge, m. */
  y: number;
  /** m. */
  width: number;
  /** m. */
  height: number;
  /** Which corner it is off; null of what is off none. */
  corner: 'lower left' | 'lower right' | 'upper left' | 'upper right' | null;
}

/** Nearer than this is on the edge, m. */
const ON = 0.0006;

/** Sizes of every notch, chamfer and hole of an outline, m, the lowest first and then from the left. */
export function cutOutsOf(outline: readonly Point[], holes: readonly (readonly Point[])[]): CutOut[] {
  const box = boxOf(outline);
  const off = partsOf(minus(boxRegion(box.x, box.y, box.width, box.height), [regionOf(outline)]));
  const found = [
    ...off.filter(p => netArea(p) > 1e-5).map(p => describe(p.outline, box, false)),
    ...holes.map(h => describe(h, box, true)),
  ];
  return found.sort((a, b) => a.y - b.y || a.x - b.x);
}

function describe(outline: readonly Point[], box: ReturnType<typeof boxOf>, hole: boolean): CutOut {
  const { x: left, y: low, width, height } = boxOf(outline);
  const [x, y] = [left - box.x, low - box.y];
  const at = {
    left: x < ON,
    right: x + width > box.width - ON,
    lower: y < ON,
    upper: y + height > box.height - ON,
  };
  const sides = [at.left || at.right, at.lower || at.upper].filter(Boolean).length;
  const corner =
    sides === 2
      ? (`${at.lower ? 'lower' : 'upper'} ${at.left ? 'left' : 'right'}` as CutOut['corner'])
      : null;
  const part = { outline: [...outline], holes: [] };
  const full = netArea(part) / Math.max(1e-12, width * height);
  const square = full > 0.999;
  const slant = corner !== null && Math.abs(full - 0.5) < 0.001;
  const squareKind = hole ? 'hole' : corner ? 'corner' : 'notch';
  const kind: CutOut['kind'] = square ? squareKind : slant && !hole ? 'chamfer' : 'shape';
  return { kind, x, y, width, height, corner };
}

/** One in words, lengths as `say` prints them. */
export function cutOutWords(
  { kind, x, y, width, height, corner }: CutOut,
  say: (m: number) => string,
): string {
  const size = `${say(width)} × ${say(height)}`;
  switch (kind) {
    case 'corner':
      return `${size} off its ${corner} corner`;
    case 'chamfer':
      return `${size} slant off its ${corner} corner`;
    case 'notch':
      return `notch ${size}, ${say(x)} from its left and ${say(y)} up`;
    case 'hole':
      return `hole ${size}, ${say(x)} from its left and ${say(y)} up`;
    case 'shape':
      return `rounded or slanting, within ${size} ${corner ? `at its ${corner} corner` : `${say(x)} from its left and ${say(y)} up`}: by its template`;
  }
}
