/** Whether a polygon, counter-clockwise, turns left at every corner; a micrometre off straight counts as straight. */
export function isConvex(p: Float64Array): boolean {
  const n = p.length;
  for (let i = 0; i < n; i += 2) {
    const [j, k] = [(i + 2) % n, (i + 4) % n];
    const [ax, ay] = [p[j]! - p[i]!, p[j + 1]! - p[i + 1]!];
    const [bx, by] = [p[k]! - p[j]!, p[k + 1]! - p[j + 1]!];
    if (ax * by - ay * bx < -Math.hypot(ax, ay)) return false;
  }
  return true;
}
