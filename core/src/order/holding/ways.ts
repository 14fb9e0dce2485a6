import type { HOLDS } from '../../model/lists/index.ts';

/** How a piece is held. */
export type Hold = (typeof HOLDS)[number];

/** At worst, likely, at best. */
export type Band = readonly [least: number, likely: number, most: number];

/** What one way of holding bears for good, at room temperature. */
export interface WayOfHolding {
  /** What the figure is of: each square metre of the piece, each metre round its edge, each fixing; null for what cannot let go. */
  per: 'area' | 'edge' | 'fixing' | null;
  /** Pa, N/m or N. */
  bears: Band;
  /** Fixings stand so far apart, m; 0 for what has none. */
  apart: number;
  /** Share of the area that really touches, for what is stuck. */
  touches: Band;
  /** Whether heat softens it. */
  glued: boolean;
  /** Whether it comes off again without harm. */
  opens: boolean;
  /** Until the next may be done, and until it bears, in words; empty for at once. */
  wait: string;
}

const NONE: Band = [0, 0, 0];
const ALL: Band = [1, 1, 1];

/**
 * Common practice, no source, but for the first: about 60 cm² of acrylic adhesive a kilogram that hangs for good, which is
 * 1.7 kPa; the others by comparison. What a bond bears for minutes is ten times as much.
 */
export const WAYS_OF_HOLDING: Record<Hold, WayOfHolding> = {
  'self-adhesive': {
    per: 'area',
    bears: [600, 1700, 4000],
    apart: 0,
    touches: [0.3, 0.6, 0.9],
    glued: true,
    opens: false,
    wait: 'press it down; at 15 °C and more it bears fully after a day or two',
  },
  spray: {
    per: 'area',
    bears: [400, 1000, 3000],
    apart: 0,
    touches: [0.2, 0.5, 0.8],
    glued: true,
    opens: false,
    wait: 'both faces, 5 to 15 minutes until it no longer strings; bears fully after a day',
  },
  bead: {
    per: 'edge',
    bears: [30, 75, 150],
    apart: 0,
    touches: ALL,
    glued: true,
    opens: false,
    wait: 'propped for two hours or more, bears fully after a day',
  },
  tape: {
    per: 'edge',
    bears: [10, 40, 80],
    apart: 0,
    touches: ALL,
    glued: true,
    opens: true,
    wait: '',
  },
  friction: {
    per: 'edge',
    bears: [4, 8, 16],
    apart: 0,
    touches: ALL,
    glued: false,
    opens: true,
    wait: '',
  },
  strings: {
    per: 'area',
    bears: [60, 150, 300],
    apart: 0,
    touches: ALL,
    glued: false,
    opens: true,
    wait: '',
  },
  pins: {
    per: 'fixing',
    bears: [2, 6, 15],
    apart: 0.3,
    touches: ALL,
    glued: false,
    opens: false,
    wait: 'their plates bear after a day',
  },
  clips: {
    per: 'fixing',
    bears: [8, 25, 60],
    apart: 0.25,
    touches: ALL,
    glued: false,
    opens: true,
    wait: '',
  },
  screws: {
    per: 'fixing',
    bears: [80, 150, 300],
    apart: 0.25,
    touches: ALL,
    glued: false,
    opens: true,
    wait: '',
  },
  batten: { per: null, bears: NONE, apart: 0, touches: ALL, glued: false, opens: true, wait: '' },
  rests: { per: null, bears: NONE, apart: 0, touches: ALL, glued: false, opens: true, wait: '' },
};
