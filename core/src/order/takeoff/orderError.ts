import type { Shell } from '../../model/index.ts';
import { zoneArea } from '../../survey/shell/index.ts';
import type { OrderLine } from './takeOff.ts';

/** What the tape's error does to one line of the order. */
interface OrderError {
  /** Standard error of what is needed, in the line's unit. */
  error: number;
  /** Packs if the van is larger than measured by two standard errors. */
  packsAtMost: number;
}

/**
 * Carries the survey's error into an order: each zone's share of a line errs as the zone's area does (half as much,
 * relatively, for what follows edges: by the metre, and foam), zones taken as independent. Offcuts are taken to grow with the need.
 */
export function orderError(line: OrderLine, shell: Shell): OrderError {
  let variance = 0;
  for (const zone of shell.zones) {
    const amount = line.byZone[zone.id];
    if (!amount) continue;
    const { area, error } = zoneArea(zone, shell);
    const relative = area > 0 ? error / area : 0;
    variance += (amount * relative * (line.unit === 'm²' ? 1 : 0.5)) ** 2;
  }
  const error = Math.sqrt(variance);
  const growth = line.need > 0 ? (line.need + 2 * error) / line.need : 1;
  const exact = (line.items * growth) / line.stock.perPack;
  // Whole items round up already: only what no longer fits the last one asks for another pack.
  const filled = line.used * line.packs * growth;
  return { error, packsAtMost: Math.max(line.packs, filled > line.packs ? Math.ceil(exact) : line.packs) };
}
