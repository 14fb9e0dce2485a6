import type { Shell } from '../../model/index.ts';
import type { CutPiece } from '../pieces/index.ts';
import type { Effort, WorkStage } from '../work/index.ts';
import { type Due, dueOf, type Pace, stagesOf } from './due.ts';
import { type Need, usedBy } from './needList.ts';
import type { BuyLine } from './orderList.ts';
import type { Shop } from './shops.ts';

/** A van that a list is made for, alone or with others. */
export interface VanWork {
  /** Id of the conversion. */
  id: string;
  /** Put before what it uses, in a list for several; empty in a list of its own. */
  name: string;
  /** What it takes besides what is cut. */
  needs: readonly Need[];
  /** Hours of work by stage. */
  hours: ReadonlyMap<WorkStage, Effort>;
  /** What is cut for it, ids without its name. */
  pieces: readonly Pick<CutPiece, 'id' | 'zone' | 'role' | 'area'>[];
  shell: Pick<Shell, 'zones'>;
}

/** The lines that a van uses something of, each with its own uses alone. */
function linesFor(lines: readonly BuyLine[], { name }: Pick<VanWork, 'name'>): BuyLine[] {
  if (name === '') return [...lines];
  const start = usedBy(name, '');
  return lines.flatMap(l => {
    const uses = l.uses.filter(u => u.startsWith(start)).map(u => u.slice(start.length));
    return uses.length > 0 ? [{ ...l, uses }] : [];
  });
}

/** When each line has to be ordered for the van that needs it first. */
export function dueFor(
  lines: readonly BuyLine[],
  vans: readonly (VanWork & { pace: Pace })[],
  shops: ReadonlyMap<string, Shop>,
): Map<string, Due> {
  const first = new Map<string, Due>();
  for (const van of vans) {
    const stages = stagesOf(linesFor(lines, van), van.pieces, van.shell);
    for (const [key, due] of dueOf(stages, van.hours, van.pace, shops)) {
      const known = first.get(key);
      if (!known || due.order < known.order) first.set(key, due);
    }
  }
  return first;
}

/** How much of a line each van needs, in the line's unit. */
export function needsByVan(line: BuyLine, vans: readonly VanWork[]): number[] {
  return vans.map(van => {
    const supply = van.needs.find(n => n.supply.id === line.supply?.id);
    if (supply) return supply.need;
    const [own] = linesFor([line], van);
    const uses = new Set(own?.uses);
    return van.pieces.reduce((sum, p) => sum + (uses.has(p.id) ? p.area : 0), 0);
  });
}
