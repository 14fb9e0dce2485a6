import type { Bay, Zone } from '../../model/index.ts';
import { flatten, outlineOf } from './outline.ts';

/** A rectangle in a bay, from its front and lower edge, m. */
export interface FieldRect {
  /** Front edge, m. */
  x: number;
  /** Lower edge, m. */
  y: number;
  /** m. */
  width: number;
  /** m. */
  height: number;
}

/** Narrower than this, what is left beside a window is frame and no field, m. */
const LEAST = 0.08;

/**
 * The free field of a bay, which swings as one panel and takes sheets: the rectangle of its outline's area and second
 * moments about its centroid, and of that the largest part beside its openings; null where they leave none.
 */
export function freeField(zone: Zone, bay: Bay): FieldRect | null {
  let field = outlineField(bay);
  for (const o of zone.openings) {
    if (o.bay !== bay.id) continue;
    const middle = {
      x: o.at?.along.value ?? bay.width.value / 2,
      y: o.at?.up.value ?? bay.height.value / 2,
    };
    field = beside(field, {
      x: middle.x - o.width.value / 2,
      y: middle.y - o.height.value / 2,
      width: o.width.value,
      height: o.height.value,
    });
  }
  return field.width >= LEAST && field.height >= LEAST ? field : null;
}

function outlineField(bay: Bay): FieldRect {
  const box = { x: 0, y: 0, width: bay.width.value, height: bay.height.value };
  if (!bay.outline && !bay.cornerRadius) return box;
  const read = outlineOf(bay);
  if (!read.ok) return box;
  const corners = flatten(read.outline, 0.002);
  let [area, mx, my, xx, yy] = [0, 0, 0, 0, 0];
  corners.forEach((p, i) => {
    const q = corners[(i + 1) % corners.length]!;
    const cross = p.x * q.y - q.x * p.y;
    area += cross / 2;
    mx += ((p.x + q.x) * cross) / 6;
    my += ((p.y + q.y) * cross) / 6;
    xx += ((p.x * p.x + p.x * q.x + q.x * q.x) * cross) / 12;
    yy += ((p.y * p.y + p.y * q.y + q.y * q.y) * cross) / 12;
  });
  const [cx, cy] = [mx / area, my / area];
  const slim = Math.sqrt((xx / area - cx * cx) / (yy / area - cy * cy));
  const [width, height] = [Math.sqrt(area * slim), Math.sqrt(area / slim)];
  return { x: cx - width / 2, y: cy - height / 2, width, height };
}

/** The largest of what a hole leaves on its four sides; all of it where the hole lies elsewhere. */
function beside(f: FieldRect, hole: FieldRect): FieldRect {
  const [left, right] = [hole.x - f.x, f.x + f.width - hole.x - hole.width];
  const [below, above] = [hole.y - f.y, f.y + f.height - hole.y - hole.height];
  if (left >= f.width || right >= f.width || below >= f.height || above >= f.height) return f;
  const parts = [
    { ...f, width: Math.max(0, left) },
    { ...f, x: hole.x + hole.width, width: Math.max(0, right) },
    { ...f, height: Math.max(0, below) },
    { ...f, y: hole.y + hole.height, height: Math.max(0, above) },
  ];
  return parts.reduce((a, b) => (b.width * b.height > a.width * a.height ? b : a));
}
