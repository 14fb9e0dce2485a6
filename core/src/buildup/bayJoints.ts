import type { Bay, Shell, Zone } from '../model/index.ts';
import { directionOf } from './roles.ts';

/** What joins a bay's air to that of the room and outdoors. */
export interface BayJoints {
  /** Joints of the airtight layer, m per m2. */
  seamLength: number;
  /** Of every layer that has joints, by its id, m per m2. */
  lengths: Readonly<Record<string, number>>;
  /** Over which the cavity's air can rise, m. */
  height: number;
  /** Its middle over half the height of the cabin, m. */
  above: number;
  /** Drain holes and ways round the barrier. */
  holes: readonly BayHole[];
  /** Whether anybody looked for ways round it. */
  looked: boolean;
}

/** A hole from behind a bay's lining. */
export interface BayHole {
  /** Where it leads. */
  from: 'room' | 'outside';
  /** Which end of the bay it is at. */
  end: 'lower' | 'upper';
  /** m. */
  width: number;
  /** m. */
  height: number;
  /** Holes like it one behind the other. */
  past: number;
  /** Of the bay, m2. */
  area: number;
}

/** Drains lead outdoors from the lower edge; other ways as the survey has them. */
export function holesOf(zone: Zone, bay: Bay, area: number): BayHole[] {
  // A bay that is all opening has no space to speak of.
  const least = Math.max(area, 0.01);
  const drains = zone.keepClears
    .filter(k => k.bay === bay.id && k.kind === 'drain hole')
    .map(({ width, height }): BayHole => {
      return {
        from: 'outside',
        end: 'lower',
        width: width.value,
        height: height.value,
        past: 1,
        area: least,
      };
    });
  const ways = (zone.ways ?? [])
    .filter(w => w.bay === bay.id)
    .map(({ to, end, width, height, past }): BayHole => {
      const from = to === 'cabin' ? 'room' : 'outside';
      return { from, end, width: width.value, height: height.value, past, area: least };
    });
  return [...drains, ...ways];
}

/** Holes as a text: bays with the same are alike. */
export const holesKey = (holes: readonly BayHole[]): string =>
  holes.map(h => `${h.from} ${h.end} ${h.width} ${h.height} ${h.past} ${h.area}`).join();

/** How far a bay's middle lies over the cabin's, m. */
export function aboveMiddle(zone: Zone, bay: Bay, shell: Shell): number {
  const middle = shell.height.value / 2;
  if (directionOf(zone.kind) === 'down') return -middle;
  if (directionOf(zone.kind) === 'up') return middle;
  const below = zone.bays.filter(b => b.station === bay.station && b.strip < bay.strip);
  const foot = below.reduce((sum, b) => sum + b.height.value + zone.rail.value, 0);
  return foot + bay.height.value / 2 - middle;
}

/** Height over which a cavity's air can rise: the bay's own on upright panels, little on level ones. */
export function stackHeight(zone: Zone, bay: Bay): number {
  if (directionOf(zone.kind) === 'down') return 0.02;
  if (directionOf(zone.kind) === 'up') return 0.05;
  return bay.height.value;
}
