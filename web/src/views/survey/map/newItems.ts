import {
  type Fixing,
  findBay,
  guess,
  type Hole,
  type KeepClear,
  type Measurement,
  type Opening,
  type Place,
  type Pocket,
  type PointBridge,
  type RoundWay,
  type RustSpot,
  type Shell,
  type Zone,
} from '@overcoat/core/model';
import { freshId } from '../../../store/edits.ts';
import { freshReadyId } from '../../../store/reshape.ts';

/** A place in a bay, m behind its front and above its lower edge. */
export const placeAt = (along: number, up: number): Place => ({ along: guess(along), up: guess(up) });

/** A window or roof vent, no larger than four fifths of its bay. */
export function newOpening(shell: Shell, bayId: string, at?: Place): Opening {
  const { zone, bay } = findBay(shell, bayId)!;
  const size = (m: Measurement) => guess(Math.min(0.4, Math.floor(m.value * 800) / 1000));
  return {
    id: freshId(
      shell.zones.flatMap(z => z.openings.map(o => o.id)),
      'W',
    ),
    bay: bayId,
    kind: zone.kind === 'ceiling' ? 'roof vent' : 'window',
    width: size(bay.width),
    height: size(bay.height),
    glazing: 'double acrylic',
    ...(at ? { at } : {}),
  };
}

/** A cable route in the middle of the bay, until it is said what and where. */
export function newKeepClear(shell: Shell, bayId: string, at?: Place): KeepClear {
  const { bay } = findBay(shell, bayId)!;
  return {
    id: freshId(
      shell.zones.flatMap(z => z.keepClears.map(k => k.id)),
      'K',
    ),
    bay: bayId,
    kind: 'cable route',
    at: at ?? placeAt(bay.width.value / 2, bay.height.value / 2),
    width: guess(0.04),
    height: guess(0.04),
    clearance: guess(0.01),
  };
}

/** An empty void in the rib behind a station. */
export const newPocket = (shell: Shell, zone: Zone, after: number): Pocket => ({
  id: freshId(
    shell.zones.flatMap(z => z.pockets.map(p => p.id)),
    `${zone.id}p`,
  ),
  kind: 'rib',
  after,
  length: guess(zone.height.value),
  width: guess(zone.ribs.find(r => r.after === after)?.width.value ?? 0.06),
  depth: guess(0.045),
  holds: 'nothing',
  fill: false,
});

/** A hole of two centimetres at the upper end, until it is said what. */
export const newWay = (shell: Shell, zone: Zone): RoundWay => ({
  id: freshId(
    shell.zones.flatMap(z => (z.ways ?? []).map(w => w.id)),
    'way',
  ),
  bay: zone.bays[0]!.id,
  kind: 'rib end',
  end: 'upper',
  to: 'cabin',
  width: guess(0.02),
  height: guess(0.02),
  past: 1,
});

/** Ten bolts of eight millimetres. */
export const newPoint = (shell: Shell): PointBridge => ({
  id: freshId(
    shell.zones.flatMap(z => z.points.map(p => p.id)),
    'point',
  ),
  kind: 'bolt',
  count: 10,
  diameter: guess(0.008),
});

export const newRust = (bay: string, at?: Place): RustSpot => ({
  id: freshReadyId('rust', 'rust'),
  bay,
  ...(at ? { at } : {}),
  size: guess(0.03),
  grade: 'surface',
  note: '',
});

export const newFixing = (bay: string, at?: Place): Fixing => ({
  id: freshReadyId('fixings', 'fix'),
  bay,
  ...(at ? { at } : {}),
  kind: 'old hole',
  count: 1,
  diameter: guess(0.008),
  becomes: 'closed',
  note: '',
});

/** A hole to be made: for an opening, or a gland of its own. */
export function newHole(bay: string, opening: Opening | null, at = opening?.at): Hole {
  return {
    id: freshReadyId('holes', 'hole'),
    bay,
    opening: opening?.id ?? null,
    kind: opening ? 'opening' : 'gland',
    name: opening ? `${opening.kind} ${opening.id}` : `Gland in ${bay}`,
    size: opening?.width ?? guess(0.025),
    ...(at ? { at } : {}),
  };
}
