import type { Opening } from '../../model/index.ts';
import { airSpaceResistance, type Direction, RSE, RSI } from '../../physics/heat/index.ts';

export interface Pane {
  /** Centre of pane, W/m2K. */
  uValue: number;
  /** Temperature factor of the inside face: (T_si - T_e) / (T_i - T_e). */
  fRsi: number;
}

/**
 * Layers of a window or hatch from outside to room, thickness m and conductivity W/mK, frame not counted: 4 mm glass, two
 * 3 mm acrylic panes 14 mm apart (the air as what stands for it), or a 20 mm foam-cored panel. Typical, from memory.
 */
export function paneLayers(
  kind: Opening['glazing'],
  direction: Direction,
): (readonly [thickness: number, conductivity: number])[] {
  if (kind === 'glass') return [[0.004, 1]];
  if (kind === 'insulated panel') return [[0.02, 0.035]];
  const gap = 0.014;
  const air = gap / airSpaceResistance({ thickness: gap, direction, emissivities: [0.9, 0.9] });
  return [
    [0.003, 0.2],
    [gap, air],
    [0.003, 0.2],
  ];
}

/** U-value (W/m2K) of a window or hatch, centre of pane, and its temperature factor. */
export function glazing(kind: Opening['glazing'], direction: Direction): Pane {
  const rsi = RSI[direction];
  const core = paneLayers(kind, direction).reduce((r, [d, k]) => r + d / k, 0);
  const total = RSE + core + rsi;
  return { uValue: 1 / total, fRsi: 1 - rsi / total };
}
