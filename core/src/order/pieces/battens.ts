import type { Cover } from '../../buildup/index.ts';
import type { LayerOf, Zone } from '../../model/index.ts';
import type { Cell } from './place.ts';

/** A space between battens may be wider than asked for by this share before another one goes in. */
const STRETCH = 1.1;

/**
 * Middles of the battens over a cover's bays, m from the zone's front: on every rib, where a screw finds metal, at both
 * ends of the run, and evenly between where ribs lie further apart than the spacing, so that boards between them repeat.
 */
export function battenLines(
  cover: Cover,
  { width, spacing }: LayerOf<'batten'>,
  zone: Zone,
  cells: ReadonlyMap<string, Cell>,
): number[] {
  const own = cover.bays.flatMap(id => cells.get(id) ?? []).sort((a, b) => a.along - b.along);
  const half = (station: number) => (zone.ribs.find(r => r.after === station)?.width.value ?? 0) / 2;
  const stations = [...new Set(own.map(c => c.bay.station))];
  const lines: number[] = [];
  stations.forEach((station, i) => {
    const bays = own.filter(c => c.bay.station === station);
    const from = Math.min(...bays.map(c => c.along)) - half(station - 1);
    const to = Math.max(...bays.map(c => c.along + c.bay.width.value)) + half(station);
    const [start, end] = [i === 0 ? from + width / 2 : from, i === stations.length - 1 ? to - width / 2 : to];
    const spaces = Math.max(1, Math.ceil((end - start) / (spacing * STRETCH) - 1e-9));
    if (i === 0) lines.push(start);
    for (let k = 1; k <= spaces; k++) lines.push(start + (k * (end - start)) / spaces);
  });
  return lines;
}
