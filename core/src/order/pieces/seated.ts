import type { Stock } from '../../model/index.ts';
import { clearances, withClearance } from './clearance.ts';
import { SLIVER } from './finished.ts';
import { hiddenBehind } from './hidden.ts';
import type { CutJob } from './job.ts';
import type { CourseAt, CutPiece } from './piece.ts';
import type { ZonePlace } from './place.ts';
import { boxOf, netArea, type Part } from './region.ts';

/** A part of a layer on its way to a piece. */
export interface Fitted {
  /** As it is cut. */
  part: Part;
  /** What is left at its edges. */
  edges: CutPiece['edges'];
  /** What furniture it is behind; left out or null where it is seen. */
  hidden?: string | null;
  /** Of boards in courses. */
  course?: CourseAt;
}

/** Where a rigid sheet has to go in. */
export interface Seat {
  place: ZonePlace;
  /** What is round it. */
  job: CutJob;
  stock: Stock;
  /** Of what it is wrapped in, m. */
  covering: number;
}

/** A sheet of lining with its clearances off. */
export function inPlace(part: Part, { place, job, stock, covering }: Seat): Fitted[] {
  const hidden = hiddenBehind(job.shell, place.zone, part);
  const clear = clearances(part, place, job, { thickness: stock.thickness, covering, hidden });
  const edges = clear.map(c => c.clearance);
  return withClearance(part, clear).map(left => ({ part: left, edges, hidden }));
}

/** Whether a part is no sliver. */
export function isWorthCutting(part: Part): boolean {
  const { width, height } = boxOf(part.outline);
  return Math.min(width, height) >= SLIVER && netArea(part) >= SLIVER * SLIVER;
}
