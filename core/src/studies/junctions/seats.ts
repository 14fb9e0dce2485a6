import type { Evaluation } from '../../evaluate/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { Shell } from '../../model/index.ts';
import { overlap, useArea } from '../../survey/geometry/index.ts';
import { cellsOf } from '../../survey/layout/index.ts';

/** A seat that would stand on something soft. */
export interface SeatWarning {
  /** Id of the first bay under it. */
  bay: string;
  about: string;
  says: string;
}

/**
 * Seats drawn over anything that is laid on the floor: nothing soft and no spacer may lie under their rails or legs, and their
 * anchorages are type-approved (common practice, no source; the vehicle maker's rules and a licensed trade decide).
 */
export function seatWarnings(shell: Shell, e: Pick<Evaluation, 'bays'>, library: Library): SeatWarning[] {
  return shell.uses.flatMap((use): SeatWarning[] => {
    const zone = use.kind === 'seat' ? shell.zones.find(z => z.id === use.zone) : undefined;
    if (!zone) return [];
    const under = cellsOf(zone).cells.filter(c =>
      overlap(useArea(use), {
        along: c.along,
        up: c.up,
        width: c.bay.width.value,
        height: c.bay.height.value,
      }),
    );
    const names = new Set<string>();
    for (const { bay } of under)
      for (const l of e.bays.get(bay.id)?.buildUp?.layers ?? [])
        if (l.role !== 'air gap' && isSoft(materialOf(library, l.material), l.role))
          names.add(materialOf(library, l.material).name);
    if (names.size === 0) return [];
    return [
      {
        bay: under[0]!.bay.id,
        about: use.id,
        says: `“${use.name}” is a seat drawn over ${[...names].join(', ')}. No mat, foam or spacer may lie under the rails or legs of a seat: leave them out there, and let the trade that is licensed for it fit seat and belts to their type-approved anchorages.`,
      },
    ];
  });
}

/** What gives way under a load: mats and anything between skin and lining. */
const isSoft = (m: { flexible: boolean }, role: string): boolean =>
  m.flexible || role === 'fill' || role === 'damping' || role === 'over-rib';
