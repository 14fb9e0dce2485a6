import type { LaidBay } from '../../buildup/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Bay, Layer, Opening, Shell, Zone } from '../../model/index.ts';
import { ribDepth } from '../../survey/geometry/index.ts';
import type { DetailKind } from './detail.ts';
import { detailEffect } from './solveDetail.ts';

/** What details of one size beside bays of one build-up add to a zone. */
export interface Bridge {
  zone: string;
  what: 'rib' | 'rail' | 'bay end' | 'window edge' | 'door frame';
  /** Id of the build-up beside it; null beside bare bays. */
  buildUp: string | null;
  /** Of the rib or frame, m. */
  width: number;
  /** Of the rib or frame, m. */
  depth: number;
  /** Of all of them together, m. */
  length: number;
  /** psi and the plain loss of its own width, W/mK. */
  adds: number;
  /** Temperature factor of its coldest place inside; null where it is not solved. */
  fRsi: number | null;
}

/** Conductivity a stuffed rib is taken to have, W/mK: loose fibre. */
const STUFFING = 0.04;
const BARE: readonly Layer[] = [];
/** Zones that are all metal, or have neither ribs nor edges of their own. */
const PLAIN: ReadonlySet<Zone['kind']> = new Set(['arch', 'frame', 'windscreen', 'footwell', 'cab frame']);
const DOORS: ReadonlySet<Zone['kind']> = new Set(['sliding door', 'rear door', 'cab door']);
/** Box of a door's inner frame along its edge, m. Common practice, no source. */
const DOOR_FRAME = 0.05;

/**
 * Ribs, rails, ends, window edges and door frames of a zone with their lengths and what each metre adds to the clear
 * bays, whose U-values `uOf` gives. A floor's ribs are pressed into its sheet and lie under the boards: they lose as the bays beside them do.
 * Arches, frames and the cab's floor, screen and pillars have none. A rib between two build-ups takes the mean of both.
 */
export function zoneBridges(
  shell: Shell,
  zone: Zone,
  bays: ReadonlyMap<string, LaidBay>,
  uOf: (bay: LaidBay) => number,
  library: Library,
): Bridge[] {
  if (PLAIN.has(zone.kind)) return [];
  const laid = zone.bays.map(b => bays.get(b.id)!);
  if (zone.kind === 'floor') return floorRibs(zone, laid, uOf);
  const found = new Map<string, Bridge>();
  const depthOf = zone.ribs[0] ? ribDepth(zone, zone.ribs[0]) : 0.04;
  const at = new Map(zone.bays.map(b => [`${b.station} ${b.strip}`, b]));
  const buildUps = new Map(laid.map(b => [b.bay, b.buildUp]));
  const add = (
    what: Bridge['what'],
    sides: Bay[],
    size: { width: number; depth: number; stuffed?: boolean; glazing?: Opening['glazing'] },
    length: number,
  ) => {
    const { width, depth, stuffed = false, glazing } = size;
    if (width < 0.005 || depth < 0.005 || sides.length === 0) return;
    for (const bay of sides) {
      const buildUp = buildUps.get(bay);
      const layers: readonly Layer[] = buildUp?.layers ?? BARE;
      const key = `${what} ${buildUp?.id} ${width} ${depth} ${stuffed} ${glazing}`;
      let bridge = found.get(key);
      if (!bridge) {
        const of: DetailKind = what === 'rail' ? 'rib' : what;
        const { adds, fRsi } = detailEffect(
          {
            of,
            layers,
            kind: zone.kind,
            width,
            depth,
            stuffed: stuffed ? STUFFING : null,
            ...(glazing && { glazing }),
          },
          shell,
          library,
        );
        bridge = {
          zone: zone.id,
          what,
          buildUp: buildUp?.id ?? null,
          width,
          depth,
          length: 0,
          adds,
          fRsi,
        };
        found.set(key, bridge);
      }
      bridge.length += length / sides.length;
    }
  };
  for (const rib of zone.ribs) {
    const pocket = zone.pockets.find(p => p.kind === 'rib' && p.after === rib.after);
    const size = { width: rib.width.value, depth: ribDepth(zone, rib), stuffed: pocket?.fill ?? false };
    const strips = new Set(zone.bays.filter(b => b.station === rib.after).map(b => b.strip));
    for (const strip of strips) {
      const sides = [rib.after, rib.after + 1].flatMap(s => at.get(`${s} ${strip}`) ?? []);
      add('rib', sides, size, sides[0]!.height.value);
    }
  }
  for (const bay of zone.bays) {
    const above = at.get(`${bay.station} ${bay.strip + 1}`);
    if (above) add('rail', [bay, above], { width: zone.rail.value, depth: depthOf }, bay.width.value);
  }
  if (DOORS.has(zone.kind)) {
    const round = 2 * (zone.length.value + zone.height.value);
    for (const bay of zone.bays)
      add('door frame', [bay], { width: DOOR_FRAME, depth: depthOf }, round / zone.bays.length);
  } else {
    const stations = zone.bays.map(b => b.station);
    const ends = new Set([Math.min(...stations), Math.max(...stations)]);
    for (const bay of zone.bays)
      if (ends.has(bay.station)) add('bay end', [bay], { width: depthOf, depth: depthOf }, bay.height.value);
  }
  for (const o of zone.openings) {
    const bay = zone.bays.find(b => b.id === o.bay);
    const round = 2 * (o.width.value + o.height.value);
    if (bay) add('window edge', [bay], { width: depthOf, depth: depthOf, glazing: o.glazing }, round);
  }
  return [...found.values()];
}

/** The strips of a floor between its bays, each as its bays beside it. */
const floorRibs = (zone: Zone, laid: readonly LaidBay[], uOf: (bay: LaidBay) => number): Bridge[] =>
  zone.ribs.flatMap(rib =>
    laid
      .filter(b => b.bay.station === rib.after)
      .map(
        (b): Bridge => ({
          zone: zone.id,
          what: 'rib',
          buildUp: b.buildUp?.id ?? null,
          width: rib.width.value,
          depth: ribDepth(zone, rib),
          length: b.bay.height.value,
          adds: rib.width.value * uOf(b),
          fRsi: null,
        }),
      ),
  );
