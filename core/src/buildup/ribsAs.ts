import { assumed, type Placement, type Pocket, type Shell, type Zone } from '../model/index.ts';
import { mayFill } from '../survey/edits/index.ts';

/** Whether what fills voids by hand belongs into a zone's ribs: those of a floor are its grooves. */
export const takesStuffing = ({ kind, ribs }: Pick<Zone, 'kind' | 'ribs'>): boolean =>
  ribs.length > 0 &&
  (kind === 'wall' || kind === 'ceiling' || kind === 'sliding door' || kind === 'rear door');

/** The body with ribs stuffed or left clear as a placement has it; the same body where it says nothing of them. */
export function ribsAs(shell: Shell, { ribs }: Pick<Placement, 'ribs'>): Shell {
  if (!ribs || Object.keys(ribs).length === 0) return shell;
  const zones = shell.zones.map(zone => {
    const as = ribs[zone.id];
    return as === undefined ? zone : { ...zone, pockets: pocketsAs(zone, as === 'stuffed') };
  });
  return { ...shell, zones };
}

/** Voids of ribs filled where they may be, or none; of pillars and sills as was meant. */
function pocketsAs(zone: Zone, fill: boolean): Pocket[] {
  const known = zone.pockets.map(p => (p.kind === 'rib' ? { ...p, fill: fill && mayFill(p) } : p));
  if (!fill) return known;
  // Ribs that nobody looked into are one void each, as high as the zone's bays.
  const seen = new Set(known.filter(p => p.kind === 'rib').map(p => p.after));
  const height = Math.max(...zone.bays.map(b => b.height.value)) * new Set(zone.bays.map(b => b.strip)).size;
  const unseen = zone.ribs.filter(r => !seen.has(r.after));
  return [
    ...known,
    ...unseen.map(
      (r): Pocket => ({
        id: `${zone.id}-rib-${r.after}`,
        kind: 'rib',
        after: r.after,
        length: assumed(height),
        width: r.width,
        depth: r.depth,
        holds: 'nothing',
        fill: true,
      }),
    ),
  ];
}
