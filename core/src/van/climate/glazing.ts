import type { Opening } from '../../model/index.ts';
import { airSpaceResistance, type Direction, RSE, RSI } from '../../physics/heat/index.ts';

export interface Pane {
  /** Centre of pane, W/m2K. */
  uValue: number;
  /** Temperature factor of the inside face: (T_si - T_e) / (T_i - T_e). */
  fRsi: number;
  /** Share of the sun on it that comes in, 0 to 1. */
  letsIn: number;
  /** Share of the vapour transfer of a free pane that its inside face has, 0 to 1. */
  reached: number;
}

/**
 * Layers of a window or hatch from outside to room, thickness m and conductivity W/mK, frame not counted: 4 mm glass, two
 * 3 mm acrylic panes 14 mm apart (the air as what stands for it), or a 20 mm foam-cored panel. Typical, from memory.
 */
export function paneLayers(
  kind: Opening['glazing'],
  direction: Direction,
): (readonly [thickness: number, conductivity: number])[] {
  if (kind === 'glass' || kind === 'tinted glass') return [[0.004, 1]];
  if (kind === 'insulated panel') return [[0.02, 0.035]];
  const gap = 0.014;
  const air = gap / airSpaceResistance({ thickness: gap, direction, emissivities: [0.9, 0.9] });
  return [
    [0.003, 0.2],
    [gap, air],
    [0.003, 0.2],
  ];
}

/** What a fitted insulated screen adds to a pane, m2K/W: inside, and outside where wind gets under it. Common practice, no source. */
const SCREEN = { inside: 0.6, outside: 0.35, none: 0 } as const;
/** Share of the sun on a pane that comes in (handbook values, from memory), and what a screen leaves of it (common practice, no source). */
const LETS_IN: Record<Opening['glazing'], number> = {
  glass: 0.8,
  'tinted glass': 0.6,
  'double acrylic': 0.7,
  'insulated panel': 0.02,
};
const BEHIND = { inside: 0.15, outside: 0.05, none: 1 } as const;
/** What of the room's air reaches a pane behind an inside screen that lies on its frame. Common practice, no source. */
const REACHES = { inside: 0.3, outside: 1, none: 1 } as const;

export type Screen = keyof typeof SCREEN;

/** U-value of a window or hatch, centre of pane, its temperature factor, sun and air that reach it; with a screen up. */
export function glazing(kind: Opening['glazing'], direction: Direction, screen: Screen = 'none'): Pane {
  const rsi = RSI[direction];
  const core = paneLayers(kind, direction).reduce((r, [d, k]) => r + d / k, 0);
  const total = RSE + core + rsi + SCREEN[screen];
  const beforePane = rsi + (screen === 'inside' ? SCREEN.inside : 0);
  return {
    uValue: 1 / total,
    fRsi: 1 - beforePane / total,
    letsIn: LETS_IN[kind] * BEHIND[screen],
    reached: REACHES[screen],
  };
}
