import type { Bay, Shell, Zone } from '../model/index.ts';

/** Area of openings in a bay, m2. */
export const openingArea = (zone: Zone, bay: Bay): number =>
  zone.openings.reduce((sum, o) => (o.bay === bay.id ? sum + o.width.value * o.height.value : sum), 0);

/** Area of a bay less its openings, m2; never negative. */
export const bayArea = (zone: Zone, bay: Bay): number =>
  Math.max(0, bay.width.value * bay.height.value - openingArea(zone, bay));

/** What is left over when a zone's bays, ribs and rails are laid end to end, m: 0 when it closes. */
export interface Closure {
  zone: string;
  /** Length less bays and ribs, by strip; height less bays and rails, by station. */
  along: { strip: number; error: number }[];
  across: { station: number; error: number }[];
  worst: number;
}

/** Closure of a zone both ways. Floor stations between wheel arches are not closed across: the arches fill them. */
export function closure(zone: Zone): Closure {
  const ribs = zone.ribs.reduce((sum, r) => sum + r.width.value, 0);
  const stations = [...new Set(zone.bays.map(b => b.station))];
  const strips = [...new Set(zone.bays.map(b => b.strip))];
  const along = strips.flatMap(strip => {
    const row = zone.bays.filter(b => b.strip === strip);
    if (row.length < stations.length) return [];
    return [{ strip, error: zone.length.value - ribs - row.reduce((sum, b) => sum + b.width.value, 0) }];
  });
  const across = stations.flatMap(station => {
    const column = zone.bays.filter(b => b.station === station);
    if (zone.kind === 'floor' && column.length < strips.length) return [];
    const filled = column.reduce((sum, b) => sum + b.height.value, 0) + zone.rail.value * (column.length - 1);
    return [{ station, error: zone.height.value - filled }];
  });
  const errors = [...along, ...across].map(e => e.error);
  const worst = errors.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a), 0);
  return { zone: zone.id, along, across, worst: Math.round(worst * 1e6) / 1e6 };
}

/** Share of the shell's bays whose four sizes are all measured. */
export function measuredBays(shell: Shell): { measured: number; total: number } {
  const bays = shell.zones.flatMap(z => z.bays);
  const done = bays.filter(b =>
    [b.width, b.height, b.depthMin, b.depthMax].every(m => m.basis === 'measured'),
  );
  return { measured: done.length, total: bays.length };
}
