import { directionOf, type LaidBay, sectionAt } from '../../buildup/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { PointBridge, Shell, Zone } from '../../model/index.ts';
import { type Disc, pointBridge, RSE, RSI } from '../../physics/heat/index.ts';
import { meanDepth } from '../../survey/geometry/index.ts';

/** So many pieces of metal through a zone's insulation, alike. */
export interface PointLoss {
  point: PointBridge;
  /** What one adds, W/K. */
  adds: number;
  /** Temperature factor of its head, 0 outside and 1 in the room. */
  fRsi: number;
}

/** Mild steel, W/mK. */
const STEEL = 50;
/** Head or washer to shank, and what of a bracket stands free in the room, m2. Common practice, no source. */
const HEAD = { bolt: 3, 'bare screw': 2 } as const;
const BRACKET_FREE = 0.004;
/** A screw reaches so far into its rib behind lining and strip, m. Common practice, no source. */
const REACH = 0.005;

/**
 * Bolts, brackets and bare screw heads of a zone: what each adds and how cold its head is, through what lies on most of
 * the zone. Screws stand in ribs, behind what runs across them; a rib is taken to be as cold as the skin, so theirs is
 * the most it can be.
 */
export function pointsOf(
  shell: Shell,
  zone: Zone,
  bays: ReadonlyMap<string, LaidBay>,
  library: Library,
): PointLoss[] {
  if (zone.points.length === 0) return [];
  const laid = zone.bays.map(b => bays.get(b.id)!);
  const typical = laid.reduce((a, b) => (b.area > a.area ? b : a));
  const layers = typical.buildUp?.layers ?? [];
  const { planes } = sectionAt(layers, meanDepth(typical.bay), zone.kind, shell, library);
  const skin = planes[0]!;
  const film = 1 / RSI[directionOf(zone.kind)];
  const outer: Disc = {
    conductivity: materialOf(library, shell.skin.material).conductivity,
    thickness: skin.thickness,
    film: 1 / RSE,
  };
  const face = layers.findLast(l => l.role === 'lining');
  const lining: Disc | null =
    face?.role === 'lining'
      ? {
          conductivity: materialOf(library, face.material).conductivity,
          thickness: face.thickness,
          film,
        }
      : null;
  const whole = planes.slice(1).reduce((sum, p) => sum + p.thickness, 0);
  const across = layers.reduce((sum, l) => (l.role === 'over-rib' ? sum + l.thickness : sum), 0);
  return zone.points.map(point => {
    const radius = point.diameter.value / 2;
    const screw = point.kind === 'bare screw';
    const bracket = point.kind === 'bracket';
    const { adds, head } = pointBridge({
      outer,
      conductivity: STEEL,
      radius,
      length: Math.max(REACH, screw ? across + (face?.thickness ?? 0) + REACH : whole),
      head: point.kind === 'bracket' ? Math.sqrt(BRACKET_FREE / Math.PI) : HEAD[point.kind] * radius,
      lining: bracket ? null : lining,
      film,
    });
    return { point, adds, fRsi: head };
  });
}
