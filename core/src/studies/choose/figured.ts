import { layUp } from '../../buildup/index.ts';
import { evaluate } from '../../evaluate/index.ts';
import type { Placement } from '../../model/index.ts';
import { cutPieces, USUAL_CHOICES } from '../../order/pieces/index.ts';
import { workByStage } from '../../order/work/index.ts';
import type { DampState } from '../../van/wetting/index.ts';
import { type Figured, wholeVan } from './figureKeys.ts';
import { nestedOrder } from './nested.ts';
import type { Asked } from './options.ts';

/** Any placement in the figures that choices are weighed by: money as its pieces lie on sheets, hours of all its pieces. */
export function figured(
  { design: { shell, brief }, library, heard, climate }: Omit<Asked, 'placement' | 'avoided'>,
  placement: Placement,
): { figures: Figured; state: DampState } {
  const e = evaluate({ shell, brief }, placement, library, heard, climate);
  const laid = layUp(shell, placement, library);
  const pieces = cutPieces(shell, placement, laid, library, USUAL_CHOICES);
  const ready = { rust: [], holes: [], fixings: [] };
  const stages = workByStage({ shell: { ...shell, uses: [] }, ready, pieces, joints: laid.joints }, library);
  return {
    figures: {
      ...wholeVan(e),
      money: nestedOrder(shell, placement, library).cost,
      hours: [...stages.values()].reduce((sum, [, likely]) => sum + likely, 0),
    },
    state: e.damp.state,
  };
}
