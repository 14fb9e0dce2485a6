import { battenOf, directionOf, sectionAt } from '../buildup/index.ts';
import { RSE, RSI } from '../heat/index.ts';
import type { Block, Section2d } from '../heat2d/index.ts';
import { type Library, materialOf } from '../materials/index.ts';
import type { Layer, Shell, ZoneKind } from '../model/index.ts';

/** A rib or rail between two bays of one build-up. Sizes in m. */
export interface RibCase {
  layers: readonly Layer[];
  kind: ZoneKind;
  width: number;
  depth: number;
  /** Conductivity of what its hollow is stuffed with, W/mK; null when it is left hollow. */
  stuffed: number | null;
  outside: number;
  inside: number;
}

export interface RibGeometry {
  section: Section2d;
  /** Half of the module the section stands for, m: from the rib's middle line to the middle of the bay. */
  half: number;
  /** Height at which the rib's flange lies, and its thickness, m; null for a solid timber rib. */
  flange: { from: number; to: number; width: number } | null;
  /** U-value of the bay beside it, W/m2K. */
  fieldU: number;
  /** What each block is, for the drawing. */
  labels: { x0: number; x1: number; y0: number; y1: number; name: string }[];
}

/** Half a module to the middle of the bay, m: beyond it the rib is not felt. */
const HALF = 0.3;
/** Sheet of a pressed rib, m. Common practice, no source. */
const RIB_SHEET = 0.001;
const TIMBER = 0.13;
const STEFAN_BOLTZMANN = 5.67e-8;

/**
 * Conductivity that stands for the air in a hollow of depth d (along the heat flow) and width b, W/mK: an
 * unventilated rectangular cavity after ISO 10077-2:2017 6.4.2, from memory, both faces painted, 5 degC, 10 K across.
 */
export function hollowConductivity(d: number, b: number): number {
  const convection = Math.max(0.025 / d, 0.73 * 10 ** (1 / 3));
  const view = (1 + Math.sqrt(1 + (d / b) ** 2) - d / b) / 2;
  const radiation = (4 * STEFAN_BOLTZMANN * 278.15 ** 3 * view) / (1 / 0.9 + 1 / 0.9 - 1);
  return d * (convection + radiation);
}

/**
 * The half section from a rib's middle line to the middle of the bay: skin, the layers as they lie at the rib's
 * depth, the rib (pressed steel, or timber on a plywood skin), a batten along it if the build-up has battens, and
 * the room's air between bare ribs. Throws RangeError for an unknown material.
 */
export function ribGeometry(rib: RibCase, shell: Shell, library: Library): RibGeometry {
  const { layers, kind, width, depth, outside, inside } = rib;
  const { planes } = sectionAt(layers, depth, kind, shell, library);
  const blocks: Block[] = [];
  const labels: RibGeometry['labels'] = [];
  let y = 0;
  let skin = 0;
  let resistance = 0;
  for (const [i, plane] of planes.entries()) {
    if (plane.thickness < 1e-6) continue;
    // A foil has its place in the picture but next to no resistance.
    const conductivity = plane.resistance > 0 ? plane.thickness / plane.resistance : 100;
    blocks.push({ x0: 0, x1: HALF, y0: y, y1: y + plane.thickness, conductivity });
    labels.push({
      x0: 0,
      x1: HALF,
      y0: y,
      y1: y + plane.thickness,
      name: plane.material ? materialOf(library, plane.material).name : 'air',
    });
    resistance += plane.thickness / conductivity;
    y += plane.thickness;
    if (i === 0) skin = y;
  }
  const top = skin + depth;
  const rsi = RSI[directionOf(kind)];
  const air: Section2d['air'] & object = [];
  const stack = y;
  if (stack < top - 1e-6) {
    blocks.push({ x0: 0, x1: HALF, y0: stack, y1: top, conductivity: 1 });
    air.push({ x0: width / 2, x1: HALF, y0: stack, y1: top, t: inside, resistance: rsi });
  }
  const timber = shell.skin.material === 'birch-ply';
  const side = width / 2;
  if (timber) blocks.push({ x0: 0, x1: side, y0: skin, y1: top, conductivity: TIMBER });
  else {
    const steel = materialOf(library, shell.skin.material).conductivity;
    const hollow = rib.stuffed ?? hollowConductivity(depth - RIB_SHEET, width - 2 * RIB_SHEET);
    blocks.push(
      { x0: 0, x1: side, y0: skin, y1: top, conductivity: hollow },
      { x0: side - RIB_SHEET, x1: side, y0: skin, y1: top, conductivity: steel },
      { x0: 0, x1: side, y0: top - RIB_SHEET, y1: top, conductivity: steel },
    );
  }
  labels.push({
    x0: 0,
    x1: side,
    y0: skin,
    y1: top,
    name: timber ? 'timber rib' : rib.stuffed ? 'rib, stuffed' : 'rib, hollow',
  });
  const batten = battenOf(layers);
  if (batten) {
    const b = { x0: 0, x1: batten.width / 2, y0: top, y1: top + batten.thickness };
    blocks.push({ ...b, conductivity: materialOf(library, batten.material).conductivity });
    labels.push({ ...b, name: 'batten' });
  }
  const height = Math.max(stack, top);
  return {
    section: {
      blocks,
      air,
      edges: [
        { side: 'bottom', from: 0, to: HALF, t: outside, resistance: RSE },
        { side: 'top', from: 0, to: stack < top - 1e-6 ? side : HALF, t: inside, resistance: rsi },
      ].map(e => ({ ...e, side: e.side as 'bottom' | 'top' })),
    },
    half: HALF,
    flange: timber ? null : { from: top - RIB_SHEET, to: Math.min(top, height), width: side },
    fieldU: 1 / (RSE + rsi + resistance),
    labels,
  };
}
