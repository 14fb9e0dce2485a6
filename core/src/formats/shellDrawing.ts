import type { Shell } from '../model/index.ts';
import { outlineOf, type Vertex } from '../survey/geometry/index.ts';
import {
  type EdgeName,
  edgesOf,
  layoutShell,
  onSheet,
  type PlacedBay,
  type PlacedZone,
  rectOnSheet,
  type Seen,
} from '../survey/layout/index.ts';
import { ROUNDING } from '../tolerance/index.ts';

/** A closed outline of the unfolded shell in mm, x to the right and y down; arcs as in `Vertex`. */
export interface DrawnPiece {
  zone: string;
  /** The bay's or opening's name. */
  id: string;
  /** What it outlines. */
  kind: 'bay' | 'opening';
  /** mm, in order; arcs as in `Vertex`. */
  points: Vertex[];
  /** Where its name is written. */
  label: { x: number; y: number };
  /** Which way round it is: a word along an edge each. */
  marks: DrawnMark[];
}

/** A word written along an edge of a piece, inside it. */
interface DrawnMark {
  /** Such as TOP. */
  word: EdgeName;
  /** Middle of the foot of its letters, mm. */
  x: number;
  /** The same downwards, mm. */
  y: number;
  /** Clockwise from reading to the right, degrees. */
  turn: 0 | 90 | 270;
  /** Letter height, mm. */
  size: number;
}

interface DrawnShell {
  /** mm. */
  width: number;
  /** mm. */
  height: number;
  pieces: DrawnPiece[];
  /** From which side every piece is seen, for the foot of the sheet. */
  says: string;
}

const MM = 1000;

/** Every bay and opening of the unfolded shell at true size, mm: what SVG and DXF write. Each bay says its top and front. */
export function drawShell(shell: Shell, seen: Seen = 'inside'): DrawnShell {
  const layout = layoutShell(shell, seen);
  const pieces = layout.zones.flatMap(zone => [
    ...zone.bays.map(placed => drawnBay(zone, placed)),
    ...zone.openings.map(
      (o): DrawnPiece => ({
        zone: zone.zone.id,
        id: o.opening.id,
        kind: 'opening',
        points: box(o.x * MM, o.y * MM, o.width * MM, o.height * MM),
        label: { x: (o.x + o.width / 2) * MM, y: (o.y + o.height / 2) * MM },
        marks: [],
      }),
    ),
  ]);
  return {
    width: layout.width * MM,
    height: layout.height * MM,
    pieces,
    says: `SEEN FROM ${seen.toUpperCase()}`,
  };
}

/** Nothing below this is lettered, mm. */
const LEAST_LETTERS = 4;

/** The name of the edge where “along” begins and of the one where “up” ends: the other two follow. */
function marksOf(zone: PlacedZone, placed: PlacedBay): DrawnMark[] {
  const { start, high } = edgesOf(zone.zone);
  const { width: w, height: h } = placed.bay;
  const size = Math.min(24, (Math.min(w.value, h.value) * MM) / 8);
  if (size < LEAST_LETTERS) return [];
  const foot = (size * 1.3) / MM;
  const at = (word: EdgeName, along: number, up: number): DrawnMark => {
    const edge = rectOnSheet(zone, placed.along + along, placed.up + up, 0, 0);
    const side = sideOf(placed, edge);
    const inset = {
      left: [foot, 0, 270],
      right: [-foot, 0, 90],
      above: [0, foot, 0],
      below: [0, -foot / 4, 0],
    } as const;
    const [dx, dy, turn] = inset[side];
    return { word, x: (edge.x + dx) * MM, y: (edge.y + dy) * MM, turn, size };
  };
  return [at(start, 0, h.value / 2), at(high, w.value / 2, h.value)];
}

/** On which side of a piece the middle of one of its edges lies. */
function sideOf(p: PlacedBay, edge: { x: number; y: number }): 'left' | 'right' | 'above' | 'below' {
  const near = (a: number, b: number) => Math.abs(a - b) < ROUNDING;
  if (near(edge.x, p.x)) return 'left';
  if (near(edge.x, p.x + p.width)) return 'right';
  return near(edge.y, p.y) ? 'above' : 'below';
}

const box = (x: number, y: number, w: number, h: number): Vertex[] => [
  { x, y },
  { x: x + w, y },
  { x: x + w, y: y + h },
  { x, y: y + h },
];

function drawnBay(zone: PlacedZone, placed: PlacedBay): DrawnPiece {
  const read = outlineOf(placed.bay);
  // One that cannot be is drawn as its box.
  const outline = read.ok ? read.outline : box(0, 0, placed.bay.width.value, placed.bay.height.value);
  // Turned or mirrored onto the sheet: a turn of the sense of travel turns the sense of its arcs.
  const origin = onSheet(zone, 0, 0);
  const a = onSheet(zone, 1, 0);
  const b = onSheet(zone, 0, 1);
  const sense = Math.sign((a.x - origin.x) * (b.y - origin.y) - (a.y - origin.y) * (b.x - origin.x));
  return {
    zone: zone.zone.id,
    id: placed.bay.id,
    kind: 'bay',
    points: outline.map(p => {
      const at = onSheet(zone, placed.along + p.x, placed.up + p.y);
      return { x: at.x * MM, y: at.y * MM, ...(p.bulge ? { bulge: p.bulge * sense } : {}) };
    }),
    label: { x: (placed.x + placed.width / 2) * MM, y: (placed.y + placed.height / 2) * MM },
    marks: marksOf(zone, placed),
  };
}

/** Radius of the arc a side makes, mm. */
export function arcRadius(from: Vertex, to: Vertex): number {
  const b = Math.abs(from.bulge ?? 0);
  return (Math.hypot(to.x - from.x, to.y - from.y) * (1 + b * b)) / (4 * b);
}
