import type { Library } from '../materials/index.ts';
import { type Bay, buildUpOf, type Layer, type Placement, type Shell, type Zone } from '../model/index.ts';
import { ribPsi } from './solveRib.ts';

/** What ribs and rails of one size between bays of one build-up add to a zone. */
export interface Bridge {
  zone: string;
  what: 'rib' | 'rail';
  /** Names of the build-ups on both sides, alike or not. */
  buildUp: string;
  width: number;
  depth: number;
  /** m, W/mK. */
  length: number;
  psi: number;
}

/** Conductivity a stuffed rib is taken to have, W/mK: loose fibre. */
const STUFFING = 0.04;

/**
 * Ribs and rails of a zone with their lengths and psi-values. A floor's ribs are pressed into its sheet and lie
 * under the boards, and arches have none. A rib between two build-ups takes the mean of both.
 */
export function zoneBridges(shell: Shell, zone: Zone, placement: Placement, library: Library): Bridge[] {
  if (zone.kind === 'floor' || zone.kind === 'arch') return [];
  const found = new Map<string, Bridge>();
  const depthOf = zone.ribs[0]?.depth.value ?? 0.04;
  const add = (
    what: Bridge['what'],
    sides: Bay[],
    width: number,
    depth: number,
    length: number,
    stuffed: boolean,
  ) => {
    if (width < 0.005 || depth < 0.005 || sides.length === 0) return;
    for (const bay of sides) {
      const buildUp = buildUpOf(placement, zone.id, bay.id);
      const layers: readonly Layer[] = buildUp?.layers ?? [];
      const key = `${what} ${buildUp?.id} ${width} ${depth} ${stuffed}`;
      const bridge = found.get(key) ?? {
        zone: zone.id,
        what,
        buildUp: buildUp?.name ?? 'bare',
        width,
        depth,
        length: 0,
        psi: ribPsi(
          { layers, kind: zone.kind, width, depth, stuffed: stuffed ? STUFFING : null },
          shell,
          library,
        ),
      };
      bridge.length += length / sides.length;
      found.set(key, bridge);
    }
  };
  for (const rib of zone.ribs) {
    const pocket = zone.pockets.find(p => p.kind === 'rib' && p.after === rib.after);
    const strips = new Set(zone.bays.filter(b => b.station === rib.after).map(b => b.strip));
    for (const strip of strips) {
      const sides = [rib.after, rib.after + 1].flatMap(
        s => zone.bays.find(b => b.station === s && b.strip === strip) ?? [],
      );
      add('rib', sides, rib.width.value, rib.depth.value, sides[0]!.height.value, pocket?.fill ?? false);
    }
  }
  for (const bay of zone.bays) {
    const above = zone.bays.find(b => b.station === bay.station && b.strip === bay.strip + 1);
    if (above) add('rail', [bay, above], zone.rail.value, depthOf, bay.width.value, false);
  }
  return [...found.values()];
}
