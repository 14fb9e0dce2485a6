import type { Shell } from '../model/index.ts';
import { woodLines } from '../survey/edits/index.ts';
import type { Cover } from './covers.ts';
import { battenOf } from './roles.ts';
import type { StuckBay } from './sheets.ts';

/** Battens under the edges of furniture, of the kind that its zone's build-up has; none where that has no battens. */
export function woodUnder(shell: Shell, stuck: ReadonlyMap<string, StuckBay>): Cover[] {
  return shell.zones.flatMap(zone => {
    const lines = woodLines(shell, zone);
    const host = zone.bays.find(b => battenOf(stuck.get(b.id)?.asked?.layers ?? []));
    const buildUp = host && stuck.get(host.id)!.asked!;
    const layer = buildUp && battenOf(buildUp.layers);
    if (lines.length === 0 || !host || !layer) return [];
    return lines.map(
      ({ name, from, to, length }, i): Cover => ({
        zone: zone.id,
        bays: [host.id],
        buildUp: buildUp.id,
        layer,
        // One batten: what it covers is what one of the row would, from the middle of one space to the next.
        width: 0,
        height: length,
        area: length * layer.spacing,
        free: [],
        under: {
          name,
          edge: lines.slice(0, i + 1).filter(l => l.name === name).length,
          along: Math.min(from.along, to.along),
          up: Math.min(from.up, to.up),
        },
      }),
    );
  });
}
