import { TriangulateResult, triangulate } from 'clipper2-ts';
import { isConvex } from './isConvex.ts';

/** A polygon in convex parts with no corners but its own: triangles, joined as long as they stay convex (Hertel and Mehlhorn 1983). */
export function convexParts(polygon: Float64Array): Float64Array[] {
  if (isConvex(polygon)) return [polygon];
  const path = Array.from({ length: polygon.length / 2 }, (_, i) => ({
    x: Math.round(polygon[2 * i]!),
    y: Math.round(polygon[2 * i + 1]!),
  }));
  const { result, solution } = triangulate([path]);
  if (result !== TriangulateResult.success) return [];
  const parts = solution.map(t => counterClockwise(t.flatMap(p => [p.x, p.y])));
  for (let i = 0; i < parts.length; i++)
    for (let j = i + 1; j < parts.length; ) {
      const one = joined(parts[i]!, parts[j]!);
      if (!one) {
        j++;
        continue;
      }
      parts[i] = one;
      parts.splice(j, 1);
      // What could not be joined before may be now.
      j = i + 1;
    }
  return parts.map(p => Float64Array.from(p));
}

function counterClockwise(p: number[]): number[] {
  const [ax, ay, bx, by, cx, cy] = p as [number, number, number, number, number, number];
  return (bx - ax) * (cy - ay) - (by - ay) * (cx - ax) < 0 ? [ax, ay, cx, cy, bx, by] : p;
}

/** Two polygons that share a side as one, if that is convex. */
function joined(a: number[], b: number[]): number[] | null {
  for (let i = 0; i < a.length; i += 2)
    for (let k = 0; k < b.length; k += 2) {
      const [i2, k2] = [(i + 2) % a.length, (k + 2) % b.length];
      if (a[i] !== b[k2] || a[i + 1] !== b[k2 + 1] || a[i2] !== b[k] || a[i2 + 1] !== b[k + 1]) continue;
      // From the end of the shared side round a to its start, then b the same way.
      const ring: number[] = [];
      for (let n = 0; n < a.length; n += 2) ring.push(a[(i2 + n) % a.length]!, a[(i2 + n + 1) % a.length]!);
      for (let n = 2; n < b.length - 2; n += 2)
        ring.push(b[(k2 + n) % b.length]!, b[(k2 + n + 1) % b.length]!);
      return isConvex(Float64Array.from(ring)) ? ring : null;
    }
  return null;
}
