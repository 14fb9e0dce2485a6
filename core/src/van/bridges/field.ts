import { directionOf, isContinuous, sectionAt } from '../../buildup/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { Shell } from '../../model/index.ts';
import { RSE, RSI } from '../../physics/heat/index.ts';
import type { Block } from '../../physics/heat2d/index.ts';
import { SAME_SIZE } from '../../tolerance/index.ts';
import type { DetailCase, DetailGeometry } from './detail.ts';

/** The plain build-up beside a detail, from the skin to the room. */
export interface FieldStack {
  blocks: Block[];
  /** What is where, m. */
  labels: DetailGeometry['labels'];
  /** Plane of the skin's inner face, m. */
  skin: number;
  /** Plane of the rib face, m. */
  ribFace: number;
  /** Of the build-up, m. */
  top: number;
  /** Where the first layer across the ribs begins, m; the top when there is none. */
  across: number;
  /** Inner film, m2K/W. */
  rsi: number;
  /** W/m2K. */
  uValue: number;
  /** Bounds of the stiff boards in it, m. */
  boards: { y0: number; y1: number }[];
  /** Whether ribs are timber, as on a skin that is no metal. */
  timber: boolean;
}

/** Lays the layers between x0 and x1 as they lie at the detail's depth. Throws RangeError for an unknown material. */
export function fieldStack(
  { layers, kind, depth }: DetailCase,
  x0: number,
  x1: number,
  shell: Shell,
  library: Library,
): FieldStack {
  const { planes } = sectionAt(layers, depth, kind, shell, library);
  const rsi = RSI[directionOf(kind)];
  const continuous = new Set(layers.filter(isContinuous).map(l => l.id));
  const stack: FieldStack = {
    blocks: [],
    labels: [],
    skin: 0,
    ribFace: 0,
    top: 0,
    across: -1,
    rsi,
    uValue: 0,
    boards: [],
    timber: materialOf(library, shell.skin.material).family !== 'metal',
  };
  let y = 0;
  let resistance = 0;
  for (const [i, plane] of planes.entries()) {
    if (plane.thickness < SAME_SIZE) continue;
    if (stack.across < 0 && (continuous.has(plane.layer) || plane.layer === 'batten gap')) stack.across = y;
    // A foil has its place in the picture but next to no resistance.
    const conductivity = plane.resistance > 0 ? plane.thickness / plane.resistance : 100;
    const box = { x0, x1, y0: y, y1: y + plane.thickness };
    const material = plane.material ? materialOf(library, plane.material) : null;
    stack.blocks.push({ ...box, conductivity });
    stack.labels.push({ ...box, name: material?.name ?? 'air' });
    if (material?.jointed && i > 0) stack.boards.push({ y0: box.y0, y1: box.y1 });
    resistance += plane.thickness / conductivity;
    y = box.y1;
    if (i === 0) stack.skin = y;
  }
  stack.top = y;
  if (stack.across < 0) stack.across = y;
  stack.ribFace = stack.skin + depth;
  stack.uValue = 1 / (RSE + rsi + resistance);
  return stack;
}
