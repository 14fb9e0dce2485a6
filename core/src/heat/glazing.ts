import type { Opening } from '../model/index.ts';
import { airSpaceResistance } from './airSpace.ts';
import { type Direction, RSE, RSI } from './surface.ts';

export interface Pane {
  uValue: number;
  /** Temperature factor of the inside face: (T_si - T_e) / (T_i - T_e). */
  fRsi: number;
}

/**
 * U-value (W/m2K) of a window or hatch, centre of pane, frame not counted: 4 mm glass (1 W/mK), two 3 mm acrylic
 * panes (0.2 W/mK) 14 mm apart, or a 20 mm foam-cored panel (0.035 W/mK). Dimensions: typical, from memory.
 */
export function glazing(kind: Opening['glazing'], direction: Direction): Pane {
  const rsi = RSI[direction];
  const core =
    kind === 'glass'
      ? 0.004 / 1
      : kind === 'double acrylic'
        ? 0.006 / 0.2 + airSpaceResistance({ thickness: 0.014, direction, emissivities: [0.9, 0.9] })
        : 0.02 / 0.035;
  const total = RSE + core + rsi;
  return { uValue: 1 / total, fRsi: 1 - rsi / total };
}
