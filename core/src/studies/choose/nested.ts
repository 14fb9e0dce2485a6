import { layUp } from '../../buildup/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Placement, Shell } from '../../model/index.ts';
import { cutGroups, nestedCost, nestedLines, type Offcut } from '../../order/cutting/index.ts';
import { NestSearch, unfitPieces } from '../../order/nesting/index.ts';
import { cutPieces, USUAL_CHOICES } from '../../order/pieces/index.ts';
import { type OrderLine, takeOff } from '../../order/takeoff/index.ts';

/** Steps of search for each material: most that is gained is gained at once. */
const STEPS = 6;

/** What a placement costs as its pieces lie on sheets, and how full those are. Searching longer finds no more, at times less. */
export function nestedOrder(
  shell: Shell,
  placement: Placement,
  library: Library,
  offcuts: readonly Offcut[] = [],
): { cost: number; lines: OrderLine[] } {
  const laid = layUp(shell, placement, library);
  const order = takeOff(laid, library);
  const groups = cutGroups(cutPieces(shell, placement, laid, library, USUAL_CHOICES), library, {
    offcuts,
  }).map(group => {
    if (unfitPieces(group.problem).length > 0) return { ...group, layout: null };
    const search = new NestSearch(group.problem);
    while (search.steps < STEPS && !search.cheapest) search.step();
    return { ...group, layout: { nest: search.best } };
  });
  return { cost: nestedCost(order, groups), lines: nestedLines(order.lines, groups, library) };
}
