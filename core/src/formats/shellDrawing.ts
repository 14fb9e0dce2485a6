import type { Shell } from '../model/index.ts';
import {
  layoutShell,
  onSheet,
  outlineOf,
  type PlacedBay,
  type PlacedZone,
  type Vertex,
} from '../survey/shell/index.ts';

/** A closed outline of the unfolded shell in mm, x to the right and y down; arcs as in `Vertex`. */
export interface DrawnPiece {
  /** Id of its zone. */
  zone: string;
  /** The bay's or opening's name. */
  id: string;
  /** What it outlines. */
  kind: 'bay' | 'opening';
  /** mm, in order; arcs as in `Vertex`. */
  points: Vertex[];
  /** Where its name is written. */
  label: { x: number; y: number };
}

const MM = 1000;

/** Every bay and opening of the unfolded shell at true size, mm: what SVG and DXF write. */
export function drawShell(shell: Shell): { width: number; height: number; pieces: DrawnPiece[] } {
  const layout = layoutShell(shell);
  const pieces = layout.zones.flatMap(zone => [
    ...zone.bays.map(placed => drawnBay(zone, placed)),
    ...zone.openings.map(
      (o): DrawnPiece => ({
        zone: zone.zone.id,
        id: o.opening.id,
        kind: 'opening',
        points: box(o.x * MM, o.y * MM, o.width * MM, o.height * MM),
        label: { x: (o.x + o.width / 2) * MM, y: (o.y + o.height / 2) * MM },
      }),
    ),
  ]);
  return { width: layout.width * MM, height: layout.height * MM, pieces };
}

const box = (x: number, y: number, w: number, h: number): Vertex[] => [
  { x, y },
  { x: x + w, y },
  { x: x + w, y: y + h },
  { x, y: y + h },
];

function drawnBay(zone: PlacedZone, placed: PlacedBay): DrawnPiece {
  const read = outlineOf(placed.bay);
  const outline = read.ok ? read.outline : [];
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
  };
}

/** Radius of the arc a side makes, mm. */
export function arcRadius(from: Vertex, to: Vertex): number {
  const b = Math.abs(from.bulge ?? 0);
  return (Math.hypot(to.x - from.x, to.y - from.y) * (1 + b * b)) / (4 * b);
}
