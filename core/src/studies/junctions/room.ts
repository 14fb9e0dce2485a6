import type { Evaluation } from '../../evaluate/index.ts';
import type { Shell, Zone } from '../../model/index.ts';
import { cellsOf } from '../../survey/layout/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';

/** What remains inside at one place along the van, between linings. Lengths in m. */
interface RoomAt {
  /** Behind the front of the load floor. */
  at: number;
  /** Between the wall linings, where the walls are furthest in: a bed or a floor must pass there. */
  width: number;
  /** Floor covering to ceiling lining. */
  height: number;
}

export interface RoomLeft {
  /** Station by station, from the front. */
  stations: RoomAt[];
  /** Bed across the van, between linings, where it is shortest and where longest. */
  bedAcross: { least: number; most: number };
  /** Longest bed along it, front lining to rear doors' linings. */
  bedAlong: number;
  /** Between ceiling lining and the frame of the roof vent that leaves least: what a sliding cover may take; null without one. */
  slidingCover: { opening: string; room: number } | null;
}

/** What linings leave of the room. A side without a wall at a place (a door) is reckoned by the door's own lining. */
export function roomLeft(shell: Shell, { bays, fit }: Pick<Evaluation, 'bays' | 'fit'>): RoomLeft {
  const [wide, high] = [shell.width.value, shell.height.value];
  const placed = new Map(shell.zones.map(z => [z.id, cellsOf(z).cells]));
  const inwards = (id: string): number => {
    const f = fit.bays.get(id);
    return f ? f.proud + f.push : 0;
  };
  const takenAt = (keep: (z: Zone) => boolean, at: number): number =>
    shell.zones.filter(keep).reduce((most, z) => {
      const here = placed
        .get(z.id)!
        .filter(c => c.along + z.offset.value <= at && at <= c.along + z.offset.value + c.bay.width.value);
      return Math.max(most, ...here.map(c => inwards(c.bay.id)));
    }, 0);
  const side = (name: Zone['side']) => (z: Zone) =>
    (z.kind === 'wall' || z.kind === 'sliding door') && z.side === name;
  const floor = shell.zones.find(z => z.kind === 'floor');
  const middles = floor
    ? [...new Set(floor.bays.map(b => b.station))].map(station => {
        const cell = placed.get(floor.id)!.find(c => c.bay.station === station)!;
        return floor.offset.value + cell.along + cell.bay.width.value / 2;
      })
    : [];
  const stations = middles.map(
    (at): RoomAt => ({
      at,
      width: wide - takenAt(side('left'), at) - takenAt(side('right'), at),
      height: high - takenAt(z => z.kind === 'floor', at) - takenAt(z => z.kind === 'ceiling', at),
    }),
  );
  const widths = stations.map(s => s.width);
  const most = (kind: Zone['kind']) =>
    Math.max(0, ...[...bays.values()].filter(b => b.zone.kind === kind).map(b => inwards(b.bay.id)));
  const covers = shell.zones
    .filter(z => z.kind === 'ceiling')
    .flatMap(z =>
      z.openings.flatMap(o => {
        const host = z.bays.find(b => b.id === o.bay);
        if (!host || !o.frameDepth) return [];
        // The lining's inner face from the skin, less the frame's: what lies between them.
        const lining = host.depthMax.value + inwards(host.id);
        return [{ opening: o.id, room: lining - o.frameDepth.value }];
      }),
    );
  return {
    stations,
    bedAcross: {
      least: Math.min(wide, ...widths),
      most: widths.length > 0 ? Math.max(...widths) : wide,
    },
    bedAlong: shell.length.value - most('bulkhead') - most('rear door'),
    slidingCover: covers.length > 0 ? covers.reduce((a, b) => (b.room < a.room ? b : a)) : null,
  };
}

/** Whether a door or step fouls the floor as it is built up, by how much, m. */
export function floorFouls(
  shell: Shell,
  { fit }: Pick<Evaluation, 'fit'>,
): { what: string; room: number; rise: number }[] {
  const rise = fit.headroom.floor;
  return Object.entries(shell.floorRoom ?? {}).flatMap(([what, room]) =>
    room && rise > room.value + ROUNDING ? [{ what, room: room.value, rise }] : [],
  );
}
