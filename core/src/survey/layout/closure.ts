import type { Bay, Shell, Zone } from '../../model/index.ts';
import { sizeError } from '../geometry/index.ts';
import { oppositeIn } from './mirror.ts';

/** What is left over when a zone's bays, ribs and rails are laid end to end, m: 0 when it closes. */
export interface Closure {
  zone: string;
  /** Length less bays and ribs, by strip; errors and tolerances in m, and whether a size among them is assumed. */
  along: { strip: number; error: number; tolerance: number; assumed: boolean }[];
  /** Height less bays and rails, by station; the same of each. */
  across: { station: number; error: number; tolerance: number; assumed: boolean }[];
  /** Largest error either way, with its sign, m. */
  worst: number;
}

/**
 * Closure of a zone both ways, each with the tolerance its readings allow (twice their standard error together).
 * Floor stations between wheel arches are not closed across (the arches fill them), nor are developed arches.
 */
export function closure(zone: Zone, tapeError = 0.002): Closure {
  const ribs = zone.ribs.reduce((sum, r) => sum + r.width.value, 0);
  const stations = [...new Set(zone.bays.map(b => b.station))];
  const strips = [...new Set(zone.bays.map(b => b.strip))];
  const stationsOf = (bays: Bay[]) => new Set(bays.map(b => b.station)).size;
  const doubt = (sizes: Bay['width'][]) => ({
    tolerance: 2 * Math.sqrt(sizes.reduce((sum, m) => sum + sizeError(m, tapeError) ** 2, 0)),
    assumed: sizes.some(m => m.basis === 'assumed'),
  });
  const along = strips.flatMap(strip => {
    const row = zone.bays.filter(b => b.strip === strip);
    if (stationsOf(row) < stations.length || (zone.kind === 'arch' && strip > 1)) return [];
    return [
      {
        strip,
        error: zone.length.value - ribs - row.reduce((sum, b) => sum + b.width.value, 0),
        ...doubt([zone.length, ...zone.ribs.map(r => r.width), ...row.map(b => b.width)]),
      },
    ];
  });
  const across = stations.flatMap(station => {
    const column = zone.bays.filter(b => b.station === station);
    const inColumn = [...new Set(column.map(b => b.strip))];
    if (zone.kind === 'arch' || (zone.kind === 'floor' && inColumn.length < strips.length)) return [];
    const cells = inColumn.map(strip => tallest(column.filter(b => b.strip === strip)));
    const filled = cells.reduce((sum, b) => sum + b.height.value, 0) + zone.rail.value * (cells.length - 1);
    return [
      {
        station,
        error: zone.height.value - filled,
        ...doubt([zone.height, ...cells.map(b => b.height)]),
      },
    ];
  });
  const errors = [...along, ...across].map(e => e.error);
  const worst = errors.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a), 0);
  return { zone: zone.id, along, across, worst: Math.round(worst * 1e6) / 1e6 };
}

const tallest = (cell: Bay[]): Bay => cell.reduce((a, b) => (b.height.value > a.height.value ? b : a));

/** A size of two bays that stand opposite each other, read differently on the left and on the right, m. */
export interface SideDifference {
  /** Id of the bay on the left. */
  left: string;
  /** Id of the bay on the right. */
  right: string;
  /** The size that differs. */
  field: 'width' | 'height' | 'depthMin' | 'depthMax';
  /** Right less left, m. */
  difference: number;
}

/** Where left and right differ by more than the tape can explain (three standard errors of a difference). */
export function sideDifferences(shell: Shell): SideDifference[] {
  const out: SideDifference[] = [];
  for (const left of shell.zones.filter(z => z.side === 'left'))
    for (const right of shell.zones.filter(z => z.side === 'right' && z.kind === left.kind))
      for (const bay of left.bays) {
        const twin = oppositeIn(right, left, bay);
        if (!twin) continue;
        for (const field of ['width', 'height', 'depthMin', 'depthMax'] as const) {
          if (bay[field].basis !== 'measured' || twin[field].basis !== 'measured') continue;
          const difference = twin[field].value - bay[field].value;
          if (Math.abs(difference) > 3 * Math.SQRT2 * shell.tapeError)
            out.push({ left: bay.id, right: twin.id, field, difference });
        }
      }
  return out;
}
