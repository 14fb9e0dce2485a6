import type { OrderLine, TakeOff } from '@overcoat/core/order/takeoff';
import type { Cutting } from './cut.ts';

/** What everything costs once it is laid on sheets: the estimate of what is not cut, and the packs of what is. */
export function nestedCost(order: TakeOff, { groups }: Cutting): number {
  const laid = groups.filter(g => g.layout);
  const isLaid = (l: OrderLine) =>
    laid.some(g => g.material === l.material && Math.abs(g.thickness - l.stock.thickness) < 1e-6);
  return (
    order.lines.reduce((sum, l) => sum + (isLaid(l) ? 0 : l.cost), 0) +
    laid.reduce((sum, g) => sum + g.layout!.nest.cost, 0)
  );
}
