import { ROUNDING } from '../../tolerance/index.ts';
import type { NestProblem, NestSearch } from '../nesting/index.ts';

/** One piece that would save money if it were a little smaller. */
export interface NearMiss {
  piece: string;
  /** By how much, m. */
  by: number;
  /** Its own size that has to give, m. */
  of: number;
  /** What it saves, in the currency of the prices. */
  saves: number;
}

/** To bring all but one piece onto cheaper sheets. */
const TRIES = 60;
/** More than this is no shaving but another piece, m. */
const MOST = 0.03;

/** The piece that alone keeps a cheaper layout from being one, and how little it misses it by; null where several do, or by more. */
export function nearMiss({ pieces, kerf }: NestProblem, search: NestSearch): NearMiss | null {
  const closest = search.closest(TRIES);
  const { best } = search;
  if (closest?.out.length !== 1) return null;
  const [id] = closest.out as [string];
  const { outline, turns } = pieces.find(p => p.id === id)!;
  const [width, length] = [Math.max(...outline.map(p => p.x)), Math.max(...outline.map(p => p.y))];
  let least: NearMiss | null = null;
  for (const turn of turns) {
    const [w, l] = turn % 180 === 0 ? [width, length] : [length, width];
    for (const { frees } of closest.beds)
      for (let i = 0; i < frees.length; i += 4) {
        const over = [w + kerf - frees[i + 2]! / 1e6, l + kerf - frees[i + 3]! / 1e6] as const;
        const by = Math.max(...over);
        // One side only: who shaves two cuts another piece.
        if (Math.min(...over) > 0 || by > MOST || by <= 0 || (least && by >= least.by)) continue;
        least = { piece: id, by, of: over[0] > 0 ? w : l, saves: best.cost - closest.cost };
      }
  }
  return least && least.saves > ROUNDING ? least : null;
}
