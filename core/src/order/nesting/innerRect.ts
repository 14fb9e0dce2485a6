/** Corner coordinates tried in each direction: of more, some spread over them all. */
const TRIED = 10;

/**
 * A large rectangle inside a polygon, with sides through its corners; width and length, 0 where none was found.
 * Whatever keeps such rectangles apart keeps their polygons apart.
 */
export function innerRect(polygon: Float64Array): { width: number; length: number } {
  const xs = spread(polygon, 0);
  const ys = spread(polygon, 1);
  let best = { width: 0, length: 0 };
  for (let i = 0; i < xs.length; i++)
    for (let j = xs.length - 1; j > i; j--) {
      const width = xs[j]! - xs[i]!;
      for (let k = 0; k < ys.length; k++)
        for (let l = ys.length - 1; l > k; l--) {
          const length = ys[l]! - ys[k]!;
          // Shorter ones are smaller still.
          if (width * length <= best.width * best.length) break;
          if (holds(polygon, xs[i]!, ys[k]!, xs[j]!, ys[l]!)) best = { width, length };
        }
    }
  return best;
}

function spread(polygon: Float64Array, from: 0 | 1): number[] {
  const all = new Set<number>();
  for (let i = from; i < polygon.length; i += 2) all.add(polygon[i]!);
  const sorted = [...all].sort((a, b) => a - b);
  if (sorted.length <= TRIED) return sorted;
  return Array.from(
    { length: TRIED },
    (_, i) => sorted[Math.round((i * (sorted.length - 1)) / (TRIED - 1))]!,
  );
}

/** Whether a polygon holds a rectangle: none of its edges runs through the inside, and its middle is in it. */
function holds(p: Float64Array, x0: number, y0: number, x1: number, y1: number): boolean {
  const [mx, my] = [(x0 + x1) / 2, (y0 + y1) / 2];
  let inside = false;
  for (let i = 0, j = p.length - 2; i < p.length; j = i, i += 2) {
    const [ax, ay, bx, by] = [p[j]!, p[j + 1]!, p[i]!, p[i + 1]!];
    if (crosses(ax, ay, bx, by, x0, y0, x1, y1)) return false;
    if (ay > my !== by > my && mx < ((bx - ax) * (my - ay)) / (by - ay) + ax) inside = !inside;
  }
  return inside;
}

/** Whether a line runs through the open inside of a rectangle (Liang and Barsky's clipping). */
function crosses(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
): boolean {
  let [from, to] = [0, 1];
  for (const [d, low, high] of [
    [bx - ax, x0 - ax, x1 - ax],
    [by - ay, y0 - ay, y1 - ay],
  ] as const) {
    if (d === 0) {
      if (low >= 0 || high <= 0) return false;
      continue;
    }
    const [a, b] = d > 0 ? [low / d, high / d] : [high / d, low / d];
    from = Math.max(from, a);
    to = Math.min(to, b);
  }
  // Half a micrometre through is along the edge.
  return (to - from) * Math.hypot(bx - ax, by - ay) > 0.5;
}
