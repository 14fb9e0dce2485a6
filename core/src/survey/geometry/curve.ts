import type { Bay, Curve } from '../../model/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import { lengthIn } from '../../units/index.ts';

/** Gap behind the middle of a straight chord on a circle, m, exact; w^2 / (8 R) is its first term. */
export function sagitta(chord: number, radius: number): number {
  if (!(radius >= chord / 2))
    throw new RangeError('A chord cannot be longer than the diameter of its circle.');
  return radius - Math.sqrt(radius * radius - (chord * chord) / 4);
}

/** Radius of the circle that leaves `gap` behind the middle of a straightedge, m. */
export const radiusFromGap = (straightedge: number, gap: number): number =>
  (straightedge * straightedge) / (8 * gap) + gap / 2;

/** Length along the circle over a chord, m. */
export const arcLength = (chord: number, radius: number): number =>
  2 * radius * Math.asin(Math.min(1, chord / (2 * radius)));

/** How many flat strips of equal width leave no more than `tolerance` (m) behind any of them. */
export function flatStrips(chord: number, radius: number, tolerance: number): number {
  const widest = 2 * Math.sqrt(Math.max(0, 2 * radius * tolerance - tolerance * tolerance));
  return Math.max(1, Math.ceil(arcLength(chord, radius) / widest - ROUNDING));
}

/** Radius of a bay's curve, m, as read or from the gap behind the straightedge; Infinity when flat. */
function curveRadius(curve: Curve): number {
  if (curve.by === 'radius') return curve.radius.value;
  return curve.gap.value === 0
    ? Number.POSITIVE_INFINITY
    : radiusFromGap(curve.straightedge.value, curve.gap.value);
}

export interface BayCurve {
  /** The size it runs along. */
  along: Curve['along'];
  /** m. */
  radius: number;
  /** Gap behind one flat board over the whole bay, m. */
  gap: number;
  /** Length over the curve, m, of the size it runs along. */
  developed: number;
}

/** What a bay's curve does to a flat board over it and to a soft one laid along it; null when flat. */
export function bayCurve(bay: Bay): BayCurve | null {
  if (!bay.curve) return null;
  const chord = bay[bay.curve.along].value;
  const radius = curveRadius(bay.curve);
  if (!Number.isFinite(radius) || radius < chord / 2) return null;
  return {
    along: bay.curve.along,
    radius,
    gap: sagitta(chord, radius),
    developed: arcLength(chord, radius),
  };
}

/** Why a curve cannot be, or null. */
export function curveWrong(bay: Bay, curve: Curve): string | null {
  if (curve.by === 'gap' && curve.gap.value >= curve.straightedge.value / 2)
    return 'The gap must be less than half of the straightedge: lay a longer one, or read again.';
  const radius = curveRadius(curve);
  const chord = bay[curve.along].value;
  return radius < chord / 2
    ? `A radius of ${lengthIn(radius)} is less than half of the bay (${lengthIn(chord / 2)}): the bay cannot bend so far.`
    : null;
}
