import type { Place, Ready, Shell, Zone } from '../../model/index.ts';
import { SAME_SIZE } from '../../tolerance/index.ts';
import { type Area, overlap, useArea } from '../geometry/index.ts';
import { cellsOf } from '../layout/index.ts';

export interface HoleConflict {
  /** Id of the bay the cut is in. */
  bay: string;
  /** The opening, hole or use that is in the way. */
  about: string;
  says: string;
}

/** Where an opening or hole cannot be, or should not: across a rib, under furniture, in a keep-clear, in the way of a rising bed. */
export function holeConflicts(shell: Shell, ready: Ready): HoleConflict[] {
  const out: HoleConflict[] = [];
  const beds = shell.uses.filter(u => u.kind === 'bed' && u.rises);
  const floor = shell.zones.find(z => z.kind === 'floor');
  for (const zone of shell.zones) {
    const cells = new Map(cellsOf(zone).cells.map(c => [c.bay.id, c]));
    for (const cut of cutsOf(zone, ready)) {
      const cell = cells.get(cut.bay);
      if (!cell) continue;
      const at = cut.at
        ? { along: cut.at.along.value, up: cut.at.up.value }
        : { along: cell.bay.width.value / 2, up: cell.bay.height.value / 2 };
      const area: Area = {
        along: cell.along + at.along - cut.width / 2,
        up: cell.up + at.up - cut.height / 2,
        width: cut.width,
        height: cut.height,
      };
      const told = (about: string, says: string) =>
        out.push({ bay: cut.bay, about, says: says.charAt(0).toUpperCase() + says.slice(1) });
      const over = beyond(area, cell.along, cell.up, cell.bay.width.value, cell.bay.height.value);
      if (over)
        told(
          cut.id,
          `${cut.name} reaches ${over} of ${cut.bay}, across ${over.includes('above') || over.includes('below') ? 'the rail' : 'the rib'} there.`,
        );
      for (const use of shell.uses)
        if (use.zone === zone.id && overlap(area, useArea(use)) && !use.rises)
          told(use.id, `${cut.name} lies behind “${use.name}” (${use.kind}).`);
      if (zone.kind === 'ceiling' && floor)
        for (const bed of beds)
          if (bed.zone === floor.id && overlap(inPlan(area, zone), inPlan(useArea(bed), floor)))
            told(bed.id, `“${bed.name}” rises into ${cut.name}: move one of them before anything is cut.`);
      for (const keep of zone.keepClears) {
        const host = cells.get(keep.bay);
        if (!host) continue;
        const free = keep.clearance.value;
        const kept: Area = {
          along: host.along + keep.at.along.value - keep.width.value / 2 - free,
          up: host.up + keep.at.up.value - keep.height.value / 2 - free,
          width: keep.width.value + 2 * free,
          height: keep.height.value + 2 * free,
        };
        if (overlap(area, kept)) told(keep.id, `${cut.name} is too close to a ${keep.kind} (${keep.id}).`);
      }
    }
  }
  return out;
}

interface Cut {
  id: string;
  name: string;
  bay: string;
  at: Place | undefined;
  width: number;
  height: number;
}

function cutsOf(zone: Zone, ready: Ready): Cut[] {
  const bays = new Set(zone.bays.map(b => b.id));
  return [
    ...zone.openings.map(o => ({
      id: o.id,
      name: `the ${o.kind} ${o.id}`,
      bay: o.bay,
      at: o.at,
      width: o.width.value,
      height: o.height.value,
    })),
    ...ready.holes
      .filter(h => h.opening === null && bays.has(h.bay))
      .map(h => ({
        id: h.id,
        name: h.name,
        bay: h.bay,
        at: h.at,
        width: h.size.value,
        height: h.size.value,
      })),
  ];
}

const SLACK = SAME_SIZE;

function beyond(a: Area, along: number, up: number, width: number, height: number): string | null {
  if (a.along < along - SLACK) return 'in front';
  if (a.along + a.width > along + width + SLACK) return 'to the rear';
  if (a.up < up - SLACK) return 'below the edge';
  if (a.up + a.height > up + height + SLACK) return 'above the edge';
  return null;
}

/** Seen from above, with the van's middle line at 0 across and the front of the load floor at 0 along. */
const inPlan = (area: Area, zone: Zone): Area => ({
  ...area,
  along: area.along + zone.offset.value,
  up: area.up - zone.height.value / 2,
});
