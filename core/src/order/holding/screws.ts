import { battenOf } from '../../buildup/index.ts';
import type { Bay, BuildUp, KeepClear, Layer, Zone } from '../../model/index.ts';
import { ribDepth } from '../../survey/geometry/index.ts';
import { ROUNDING, SAME_SIZE } from '../../tolerance/index.ts';

/** Lengths that short wood and sheet-metal screws are sold in, m. */
const SOLD = [0.013, 0.016, 0.019, 0.025, 0.03, 0.035, 0.04, 0.05, 0.06, 0.07];
/** Wanted in wood, and beyond the steel of a rib for its point, m. Common practice, no source. */
const IN_WOOD = 0.012;
const IN_STEEL = 0.008;
/** Kept from the outer skin, m; and where something that must not be hit lies against it. Common practice, no source. */
const CLEAR = 0.005;
const CLEAR_OF_LINES = 0.01;

/** What a point must not come near, on whichever side of the skin it lies. */
const LINES: readonly KeepClear['kind'][] = [
  'fuel or brake line',
  'gas drop vent',
  'cable route',
  'airbag',
  'belt anchor',
  'exhaust',
];

/** What screws a lining on. */
export interface ScrewFit {
  /** Shortest sold that bites, m; null where none is sold that long. */
  length: number | null;
  /** Shortest that bites, m. */
  least: number;
  /** What it bites in. */
  into: 'batten' | 'rib';
  /** From its head to the outer skin where that is nearest, m. */
  room: number;
  /** Where that is. */
  at: 'on the rib' | 'between ribs';
  /** What lies there that must not be hit; empty where nothing does. */
  over: KeepClear['kind'][];
  /** Longest that stays clear, m. */
  most: number;
  /** Whether the shortest that bites stays clear. */
  ok: boolean;
}

/**
 * The screw for a lining of a bay: through it and what lies over the rib, into batten or rib, and no further than clear of
 * the skin wherever it may be driven. That is the least over what is really there: on the rib, between ribs where the cavity
 * is shallowest, and further off over what is kept clear. Null without a lining, and on a floor that has no battens: nothing
 * there would hold a screw but the outer skin.
 */
export function screwFor({ layers }: Pick<BuildUp, 'layers'>, bay: Bay, zone: Zone): ScrewFit | null {
  const at = layers.findLastIndex(l => l.role === 'lining');
  if (at < 0) return null;
  const batten = battenOf(layers);
  const rib =
    zone.ribs.find(r => r.after === bay.station) ?? zone.ribs.find(r => r.after === bay.station - 1);
  const onRib = rib ? ribDepth(zone, rib) : bay.depthMin.value;
  if (!batten && onRib < SAME_SIZE) return null;
  const over = layers.slice(0, at + 1).reduce((sum, l) => sum + (overRib(l) ? l.thickness : 0), 0);
  const stands = over + (batten?.thickness ?? 0);
  const [rooms, between] = [stands + onRib, stands + bay.depthMin.value];
  const room = Math.min(rooms, between);
  const kept = [
    ...new Set(zone.keepClears.filter(k => k.bay === bay.id && LINES.includes(k.kind)).map(k => k.kind)),
  ];
  const least = batten ? over + Math.min(IN_WOOD, batten.thickness) : over + IN_STEEL;
  const most = room - (kept.length > 0 ? CLEAR_OF_LINES : CLEAR);
  const length = SOLD.find(l => l >= least - ROUNDING) ?? null;
  return {
    length,
    least,
    into: batten ? 'batten' : 'rib',
    room,
    at: between < rooms - ROUNDING ? 'between ribs' : 'on the rib',
    over: kept,
    most,
    ok: length !== null && length <= most + ROUNDING,
  };
}

/** Layers that a screw goes through before it meets batten or rib. */
const overRib = (l: Layer): boolean =>
  l.role === 'lining' || l.role === 'over-rib' || l.role === 'vapour control';
