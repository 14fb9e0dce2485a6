import { battenOf } from '../../buildup/index.ts';
import type { Bay, BuildUp, Zone } from '../../model/index.ts';

/** Lengths that short wood and sheet-metal screws are sold in, m. */
const SOLD = [0.013, 0.016, 0.019, 0.025, 0.03, 0.035, 0.04, 0.05, 0.06, 0.07];
/** Wanted in wood, and beyond the steel of a rib for its point, m. Common practice, no source. */
const IN_WOOD = 0.012;
const IN_STEEL = 0.008;
/** Kept from the outer skin, m. */
const CLEAR = 0.005;

/** What screws a lining on. */
export interface ScrewFit {
  /** Shortest that bites, m; null where none is sold that long. */
  length: number | null;
  /** What it bites in. */
  into: 'batten' | 'rib';
  /** From its head to the outer skin, m. */
  room: number;
  /** Longest that stays clear of the skin, m. */
  most: number;
  /** Whether the shortest that bites stays clear. */
  ok: boolean;
}

/** The screw for a lining of a bay: through it and what lies over the rib, into batten or rib, and no further than clear of the skin. */
export function screwFor({ layers }: BuildUp, bay: Bay, zone: Zone): ScrewFit | null {
  const at = layers.findLastIndex(l => l.role === 'lining');
  if (at < 0) return null;
  const batten = battenOf(layers);
  const rib =
    zone.ribs.find(r => r.after === bay.station) ?? zone.ribs.find(r => r.after === bay.station - 1);
  const depth = rib?.depth.value ?? bay.depthMin.value;
  const over = layers
    .slice(0, at + 1)
    .reduce(
      (sum, l) =>
        sum + (l.role === 'lining' || l.role === 'over-rib' || l.role === 'vapour control' ? l.thickness : 0),
      0,
    );
  const room = over + (batten?.thickness ?? 0) + depth;
  const wanted = batten ? over + Math.min(IN_WOOD, batten.thickness) : over + IN_STEEL;
  const most = room - CLEAR;
  const length = SOLD.find(l => l >= wanted - 1e-9) ?? null;
  return {
    length,
    into: batten ? 'batten' : 'rib',
    room,
    most,
    ok: length !== null && length <= most + 1e-9,
  };
}
