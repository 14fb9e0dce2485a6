import type { Bay, OutlineReadings } from '../../model/index.ts';
import { HALF_MM, ROUNDING } from '../../tolerance/index.ts';
import { lengthIn } from '../../units/index.ts';

/** A corner of an outline, m: x from the front, y from the lower edge. `bulge` arcs the side that begins here: tan of a quarter of its angle, positive outwards. */
export interface Vertex {
  /** m, or mm where said. */
  x: number;
  /** m, or mm where said. */
  y: number;
  /** Of the side that begins here: tangent of a quarter of its arc's angle; straight when left out. */
  bulge?: number;
}

export type Outlined = { ok: true; outline: Vertex[] } | { ok: false; message: string };

/** Outline of a bay, counter-clockwise from its front lower corner, corners rounded. Refused when its readings cannot be. */
export function outlineOf(bay: Bay): Outlined {
  const read = bay.outline ? readOutline(bay.outline) : rectangle(bay.width.value, bay.height.value);
  if (!read.ok || !bay.cornerRadius || bay.cornerRadius.value === 0) return read;
  const middle = outlineBox(read.outline).height / 2;
  const rounds = ({ y }: Vertex) => bay.rounded === undefined || y > middle === (bay.rounded === 'upper');
  return roundCorners(read.outline, bay.cornerRadius.value, rounds);
}

/** The polygon that a set of readings describes, its box starting at 0, 0. */
export function readOutline(readings: OutlineReadings): Outlined {
  if (readings.by === 'four sides') return quadrilateral(readings);
  if (readings.by === 'corners') return fromCorners(readings);
  return readings.by === 'offsets' ? fromOffsets(readings) : fromWidths(readings);
}

const rectangle = (w: number, h: number): Outlined => ({
  ok: true,
  outline: [
    { x: 0, y: 0 },
    { x: w, y: 0 },
    { x: w, y: h },
    { x: 0, y: h },
  ],
});

type FourSides = Extract<OutlineReadings, { by: 'four sides' }>;

/** Two triangles on the diagonal; the corners between them come from the cosine rule. */
function quadrilateral(r: FourSides): Outlined {
  const [lower, rear, upper, front, diagonal] = [r.lower, r.rear, r.upper, r.front, r.diagonal].map(
    m => m.value,
  ) as [number, number, number, number, number];
  const wrong =
    triangleWrong(diagonal, lower, rear, 'the lower and the rear side') ??
    triangleWrong(diagonal, upper, front, 'the upper and the front side');
  if (wrong) return { ok: false, message: wrong };
  const angle = (a: number, b: number, opposite: number) =>
    Math.acos(Math.max(-1, Math.min(1, (a * a + b * b - opposite * opposite) / (2 * a * b))));
  const toC = angle(lower, diagonal, rear);
  const toD = toC + angle(diagonal, front, upper);
  return {
    ok: true,
    outline: atOrigin([
      { x: 0, y: 0 },
      { x: lower, y: 0 },
      { x: diagonal * Math.cos(toC), y: diagonal * Math.sin(toC) },
      { x: front * Math.cos(toD), y: front * Math.sin(toD) },
    ]),
  };
}

function triangleWrong(diagonal: number, a: number, b: number, sides: string): string | null {
  const slack = ROUNDING;
  if (diagonal <= 0 || a <= 0 || b <= 0) return 'Every side and the diagonal must be longer than nothing.';
  if (diagonal > a + b - slack)
    return `The diagonal, ${lengthIn(diagonal)}, is as long as ${sides} together (${lengthIn(a + b)}) or longer: read it again, from the front lower to the rear upper corner.`;
  if (diagonal < Math.abs(a - b) + slack)
    return `The diagonal, ${lengthIn(diagonal)}, is too short to join ${sides}, which differ by ${lengthIn(Math.abs(a - b))}: read it again.`;
  return null;
}

function fromOffsets({ points }: Extract<OutlineReadings, { by: 'offsets' }>): Outlined {
  const wrong = mustRise(
    points.map(p => p.at.value),
    'distance from the front',
  );
  if (wrong) return { ok: false, message: wrong };
  const first = points[0]!.at.value;
  const last = points.at(-1)!.at.value;
  const upper = points.map(p => ({ x: p.at.value - first, y: p.offset.value })).reverse();
  return closed([{ x: 0, y: 0 }, { x: last - first, y: 0 }, ...upper]);
}

function fromWidths({ rows, flush }: Extract<OutlineReadings, { by: 'widths' }>): Outlined {
  const wrong = mustRise(
    rows.map(r => r.at.value),
    'height',
  );
  if (wrong) return { ok: false, message: wrong };
  const widest = Math.max(...rows.map(r => r.width.value));
  const share = { front: 0, centre: 0.5, rear: 1 }[flush];
  const base = rows[0]!.at.value;
  const left = rows.map(r => ({ x: (widest - r.width.value) * share, y: r.at.value - base }));
  const right = rows.map((r, i) => ({ x: left[i]!.x + r.width.value, y: left[i]!.y }));
  return closed([...right, ...left.reverse()]);
}

/** Corners in either sense; no side may cross another. */
function fromCorners({ points }: Extract<OutlineReadings, { by: 'corners' }>): Outlined {
  const corners = points.map(p => ({ x: p.along.value, y: p.up.value }));
  const crossed = crossing(corners);
  if (crossed)
    return {
      ok: false,
      message: `The side from corner ${crossed[0] + 1} crosses the one from corner ${crossed[1] + 1}: give the corners in their order round the bay.`,
    };
  return closed(outlineArea(corners) < 0 ? corners.reverse() : corners);
}

/** The first two sides that meet where they are not neighbours, by the corners they begin at; null when none do. */
function crossing(corners: readonly Vertex[]): [number, number] | null {
  const n = corners.length;
  const turn = (a: Vertex, b: Vertex, c: Vertex) =>
    Math.sign((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x));
  const within = (a: Vertex, b: Vertex, c: Vertex) =>
    Math.min(a.x, b.x) <= c.x &&
    c.x <= Math.max(a.x, b.x) &&
    Math.min(a.y, b.y) <= c.y &&
    c.y <= Math.max(a.y, b.y);
  for (let i = 0; i < n; i++)
    for (let j = i + 2; j < n; j++) {
      if (i === 0 && j === n - 1) continue;
      const [a, b, c, d] = [corners[i]!, corners[i + 1]!, corners[j]!, corners[(j + 1) % n]!];
      const [t1, t2, t3, t4] = [turn(a, b, c), turn(a, b, d), turn(c, d, a), turn(c, d, b)];
      const touches =
        (t1 === 0 && within(a, b, c)) ||
        (t2 === 0 && within(a, b, d)) ||
        (t3 === 0 && within(c, d, a)) ||
        (t4 === 0 && within(c, d, b));
      if (touches || (t1 !== t2 && t3 !== t4 && t1 * t2 !== 0 && t3 * t4 !== 0)) return [i, j];
    }
  return null;
}

function mustRise(values: number[], what: string): string | null {
  const at = values.findIndex((v, i) => i > 0 && v <= values[i - 1]! + ROUNDING);
  return at < 0
    ? null
    : `Reading ${at + 1} has a ${what} of ${lengthIn(values[at]!)}, not beyond the one before it (${lengthIn(values[at - 1]!)}): each must lie further on.`;
}

/** Drops corners that coincide, such as an offset of 0 at an end. */
function closed(points: Vertex[]): Outlined {
  const outline = points.filter((p, i) => {
    const next = points[(i + 1) % points.length]!;
    return Math.hypot(p.x - next.x, p.y - next.y) > 1e-7;
  });
  if (outline.length < 3 || outlineArea(outline) < 1e-6)
    return { ok: false, message: 'These readings enclose no area: at least one of them must be above 0.' };
  return { ok: true, outline: atOrigin(outline) };
}

function atOrigin(points: Vertex[]): Vertex[] {
  const x0 = Math.min(...points.map(p => p.x));
  const y0 = Math.min(...points.map(p => p.y));
  return points.map(p => ({ ...p, x: p.x - x0, y: p.y - y0 }));
}

/**
 * Replaces every outward corner, or those that `rounded` names, by an arc of `radius` that touches both sides. Refused
 * when two arcs would meet.
 */
export function roundCorners(
  outline: Vertex[],
  radius: number,
  rounded: (corner: Vertex) => boolean = () => true,
): Outlined {
  const n = outline.length;
  const corner = outline.map((p, i) => {
    const before = outline[(i + n - 1) % n]!;
    const after = outline[(i + 1) % n]!;
    const [ax, ay] = [before.x - p.x, before.y - p.y];
    const [bx, by] = [after.x - p.x, after.y - p.y];
    const [la, lb] = [Math.hypot(ax, ay), Math.hypot(bx, by)];
    const outward = bx * ay - by * ax > 0;
    const inside = Math.acos(Math.max(-1, Math.min(1, (ax * bx + ay * by) / (la * lb))));
    // Nearly straight corners (of an offset line) are left as they are.
    const rounds = outward && inside < 0.95 * Math.PI && rounded(p);
    return { p, ax, ay, bx, by, la, lb, inside, cut: rounds ? radius / Math.tan(inside / 2) : 0 };
  });
  const tight = corner.findIndex((c, i) => c.cut + corner[(i + 1) % n]!.cut > c.lb + ROUNDING);
  if (tight >= 0)
    return {
      ok: false,
      message: `Corners of ${lengthIn(radius)} radius do not fit on a side of ${lengthIn(corner[tight]!.lb)}: at most about ${lengthIn((radius * corner[tight]!.lb) / (corner[tight]!.cut + corner[(tight + 1) % n]!.cut))}.`,
    };
  return {
    ok: true,
    outline: corner.flatMap(({ p, ax, ay, bx, by, la, lb, inside, cut }): Vertex[] =>
      cut === 0
        ? [{ x: p.x, y: p.y }]
        : [
            { x: p.x + (ax / la) * cut, y: p.y + (ay / la) * cut, bulge: Math.tan((Math.PI - inside) / 4) },
            { x: p.x + (bx / lb) * cut, y: p.y + (by / lb) * cut },
          ],
    ),
  };
}

/** Area inside an outline, m2: the polygon and the segments its arcs add. */
export function outlineArea(outline: readonly Vertex[]): number {
  let twice = 0;
  let segments = 0;
  outline.forEach((p, i) => {
    const q = outline[(i + 1) % outline.length]!;
    twice += p.x * q.y - q.x * p.y;
    if (p.bulge) {
      const angle = 4 * Math.atan(p.bulge);
      const radius = (Math.hypot(q.x - p.x, q.y - p.y) * (1 + p.bulge ** 2)) / (4 * p.bulge);
      segments += (radius * radius * (angle - Math.sin(angle))) / 2;
    }
  });
  return twice / 2 + segments;
}

/** Middle of the area inside an outline, m: of the polygon, its arcs as chords of a tenth of a millimetre. */
export function outlineCentroid(outline: readonly Vertex[]): { x: number; y: number } {
  const points = flatten(outline, 0.0001);
  let [twice, x, y] = [0, 0, 0];
  points.forEach((p, i) => {
    const q = points[(i + 1) % points.length]!;
    const cross = p.x * q.y - q.x * p.y;
    twice += cross;
    x += (p.x + q.x) * cross;
    y += (p.y + q.y) * cross;
  });
  return { x: x / (3 * twice), y: y / (3 * twice) };
}

/** Width and height of the box round an outline, m. Arcs of rounded corners stay inside it. */
export const outlineBox = (outline: readonly Vertex[]): { width: number; height: number } => ({
  width: Math.max(...outline.map(p => p.x)) - Math.min(...outline.map(p => p.x)),
  height: Math.max(...outline.map(p => p.y)) - Math.min(...outline.map(p => p.y)),
});

/** The outline with its arcs as chords no further than `tolerance` (m) from them, for drawing. */
export function flatten(outline: readonly Vertex[], tolerance = HALF_MM): { x: number; y: number }[] {
  return outline.flatMap((p, i) => {
    const start = { x: p.x, y: p.y };
    if (!p.bulge) return [start];
    const q = outline[(i + 1) % outline.length]!;
    const angle = 4 * Math.atan(p.bulge);
    const [dx, dy] = [q.x - p.x, q.y - p.y];
    const toCentre = (1 - p.bulge ** 2) / (4 * p.bulge);
    const [cx, cy] = [(p.x + q.x) / 2 - dy * toCentre, (p.y + q.y) / 2 + dx * toCentre];
    const radius = Math.hypot(p.x - cx, p.y - cy);
    const step = 2 * Math.acos(Math.max(0, 1 - tolerance / radius));
    const parts = Math.max(1, Math.ceil(Math.abs(angle) / step));
    const from = Math.atan2(p.y - cy, p.x - cx);
    return Array.from({ length: parts }, (_, k) => ({
      x: cx + radius * Math.cos(from + (angle * k) / parts),
      y: cy + radius * Math.sin(from + (angle * k) / parts),
    }));
  });
}
