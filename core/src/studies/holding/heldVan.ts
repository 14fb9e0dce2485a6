import { evaluate } from '../../evaluate/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Design, Placement } from '../../model/index.ts';
import { type ChosenHold, type Holding, type Hottest, holdingOf } from '../../order/holding/index.ts';
import type { CutPiece } from '../../order/pieces/index.ts';
import { hotDay, vanModel } from '../cabin/index.ts';

/** What holds every piece of a van, and the day it was asked about. */
export interface HeldVan {
  /** Of a clear hot day in July: shut, in the sun, in its own colour. */
  hottest: Hottest;
  /** One for each piece. */
  pieces: Holding[];
}

/** Whether every piece stays where it was put: on the van's own hottest day, and with the water of its wettest winter. */
export function heldVan(
  design: Parameters<typeof evaluate>[0] & Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  library: Library,
  pieces: readonly CutPiece[],
  chosen: readonly ChosenHold[],
): HeldVan {
  const { shell, brief } = design;
  const e = evaluate(design, placement, library);
  const model = vanModel(e, shell, brief, { covers: false, heater: null }, library);
  const day = hotDay(model, brief, { open: 1, air: model.airs[0]!.leakage });
  const hottest = { roof: day.roofPeak, outside: Math.max(...day.outside), inside: day.peak };
  const wettest = new Map([...e.damp.bays].map(([id, { moisture }]) => [id, moisture?.peak ?? 0]));
  return { hottest, pieces: holdingOf(pieces, shell, placement, library, hottest, wettest, chosen) };
}
