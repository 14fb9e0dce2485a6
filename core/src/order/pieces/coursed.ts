import type { Zone } from '../../model/index.ts';
import { edgesOf } from '../../survey/layout/index.ts';
import { SAME_SIZE } from '../../tolerance/index.ts';
import { lengthIn } from '../../units/index.ts';
import { edgeSide } from './clearance.ts';
import { boarded } from './courses.ts';
import type { Parting } from './parting.ts';
import type { CourseAt } from './piece.ts';
import { asRegion, boxOf, boxRegion, FAR, type Part, partsOf, withinRegion } from './region.ts';
import { type Fitted, inPlace, isWorthCutting, type Seat } from './seated.ts';
import { bearingLines } from './supports.ts';

/** Boards in courses over parts that have their clearances off at their rims. */
export function inCourses(whole: readonly Part[], seat: Seat, parting: Parting, tongue: number): Fitted[] {
  const { stock, zone } = parting;
  const { width, length } = stock;
  return whole
    .flatMap(p => inPlace(p, seat))
    .flatMap(({ part, edges }) => {
      const box = boxOf(part.outline);
      const { boards, courses } = boarded(part, { width, length, tongue, borne: bearingLines(parting).x });
      const top = (x: number): number => {
        const cut = partsOf(withinRegion(asRegion(part), boxRegion(x, -FAR, 0.01, 2 * FAR)));
        return Math.max(...cut.flatMap(p => p.outline.map(c => c.y)), box.y);
      };
      const ends = [top(box.x), top(box.x + box.width - 0.01)] as const;
      return boards
        .filter(b => isWorthCutting(b.part))
        .map(({ part: board, course }): Fitted => {
          const own = boxOf(board.outline);
          const at: Record<ReturnType<typeof edgeSide>, boolean> = {
            start: own.x - box.x < SAME_SIZE,
            end: box.x + box.width - own.x - own.width < SAME_SIZE,
            low: own.y - box.y < SAME_SIZE,
            high: box.y + box.height - own.y - own.height < SAME_SIZE,
          };
          const { low, seen } = courses[course]!;
          const upper = box.y + low + seen;
          return {
            part: board,
            edges: edges.filter(e => at[edgeSide(e.edge, zone)]),
            course: {
              at: course + 1,
              of: courses.length,
              leftAtStart: Math.max(0, ends[0] - upper),
              leftAtEnd: Math.max(0, ends[1] - upper),
            },
          };
        });
    });
}

/** Courses run off unless they are measured: after so many, and before the last few, which can still take a difference up. */
const SQUARED_EVERY = 4;

/** What to measure at a course before the next, in words. */
export function squaring(course: CourseAt | undefined, zone: Zone): string[] {
  if (!course || (course.at % SQUARED_EVERY !== 0 && course.at !== course.of - 2)) return [];
  const { leftAtStart, leftAtEnd } = course;
  const { start, end, high } = edgesOf(zone);
  return leftAtStart === 0 && leftAtEnd === 0
    ? []
    : [
        `from its edge to the ${high} it should be ${lengthIn(leftAtStart)} at the ${start} and ${lengthIn(leftAtEnd)} at the ${end}: take a difference up over the next boards, a millimetre or two each`,
      ];
}
