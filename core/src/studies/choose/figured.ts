import { evaluate } from '../../evaluate/index.ts';
import type { Placement } from '../../model/index.ts';
import type { DampState } from '../../van/wetting/index.ts';
import { type Figured, wholeVan } from './figureKeys.ts';
import { likelyHours } from './figures.ts';
import { nestedOrder } from './nested.ts';
import type { Asked } from './options.ts';

/** Any placement in the figures that choices are weighed by: money as its pieces lie on sheets, hours of all its pieces. */
export function figured(
  { design, library, heard, climate, offcuts }: Omit<Asked, 'placement' | 'avoided'>,
  placement: Placement,
): { figures: Figured; state: DampState } {
  const { shell } = design;
  const e = evaluate(design, placement, library, heard, climate);
  const money = nestedOrder(shell, placement, library, offcuts).cost;
  const figures = { ...wholeVan(e), money, hours: likelyHours(shell, placement, library) };
  return { figures, state: e.damp.state };
}
