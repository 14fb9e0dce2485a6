import type { Library } from '../../materials/index.ts';
import { SAME_SIZE } from '../../tolerance/index.ts';
import type { Nest } from '../nesting/index.ts';
import type { OrderLine, TakeOff } from '../takeoff/index.ts';
import { type CutGroup, packsBought } from './cutting.ts';

/** What is cut of one material, as it lies; null where something fits no sheet. */
export interface LaidGroup extends CutGroup {
  /** Where its pieces lie. */
  layout: { nest: Nest } | null;
}

const groupOf = (line: OrderLine, groups: readonly LaidGroup[]): LaidGroup | undefined =>
  groups.find(
    g => g.layout && g.material === line.material && Math.abs(g.thickness - line.stock.thickness) < SAME_SIZE,
  );

/** What everything costs once it is laid on sheets: the estimate of what is not cut, and the packs of what is. */
export function nestedCost(order: TakeOff, groups: readonly LaidGroup[]): number {
  return (
    order.lines.reduce((sum, l) => sum + (groupOf(l, groups) ? 0 : l.cost), 0) +
    groups.reduce((sum, g) => sum + (g.layout?.nest.cost ?? 0), 0)
  );
}

/** The lines of an order as their pieces lie: whole packs of each size used; what is not cut stays as it was estimated. */
export function nestedLines(
  lines: readonly OrderLine[],
  groups: readonly LaidGroup[],
  library: Library,
): OrderLine[] {
  return lines
    .flatMap((line): OrderLine[] => {
      const group = groupOf(line, groups);
      if (!group) return [line];
      const { nest } = group.layout!;
      return packsBought(nest, group.problem).flatMap(({ stock, items, packs }): OrderLine[] => {
        const sold = stock.price > 0 ? library.get(group.material)?.stock[Number(stock.id)] : undefined;
        if (!sold) return [];
        const own = new Set(nest.laid.filter(l => l.stock === stock.id).map(l => l.piece));
        const need = group.pieces.filter(p => own.has(p.id)).reduce((sum, p) => sum + p.area, 0);
        const used = nest.used.filter(u => u.stock === stock.id);
        const bought =
          stock.paid === 'length'
            ? used.reduce((sum, u) => sum + u.reach, 0) * stock.width
            : packs * stock.perPack * stock.width * stock.length;
        const cost =
          stock.paid === 'length'
            ? used.reduce((sum, u) => sum + u.reach, 0) * stock.price
            : packs * stock.price;
        // A line counted in metres stays so: what battens are cut of.
        const share = line.need > 0 ? need / group.pieces.reduce((sum, p) => sum + p.area, 0) : 0;
        return [
          {
            ...line,
            stock: sold,
            need: line.unit === 'm' ? line.need * share : need,
            items,
            packs,
            cost,
            used: bought > 0 ? need / bought : 0,
            pieces: own.size,
          },
        ];
      });
    })
    .sort((a, b) => b.cost - a.cost);
}
