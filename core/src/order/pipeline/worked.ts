import { type LayUp, layUp } from '../../buildup/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Design, Placement } from '../../model/index.ts';
import { type Need, needsFor } from '../buying/index.ts';
import { type ChosenHold, type Fixed, fixedOf } from '../holding/index.ts';
import { type CutChoices, type CutPiece, cutPieces } from '../pieces/index.ts';
import { type TakeOff, takeOff } from '../takeoff/index.ts';
import { type Effort, type WorkStage, workByStage } from '../work/index.ts';

/** A van and what goes into it. */
export interface VanToOrder extends Pick<Design, 'shell' | 'ready'> {
  /** Where which build-up goes. */
  placement: Placement;
}

/** What a van takes by its pieces, however they lie on sheets. */
export interface Worked {
  /** Estimated from areas: what is not cut stays so. */
  estimate: TakeOff;
  pieces: CutPiece[];
  /** What holds each. */
  holdings: Fixed[];
  /** All that is bought besides what is cut. */
  needs: Need[];
  /** Hours of work by stage. */
  hours: Map<WorkStage, Effort>;
}

/** What pieces take: what holds them, what is needed for it, and the work. Throws RangeError for an unknown material. */
export function workWith(
  pieces: CutPiece[],
  { shell, ready, placement }: VanToOrder,
  laid: LayUp,
  library: Library,
  chosen: readonly ChosenHold[],
): Worked {
  const { joints } = laid;
  const estimate = takeOff(laid, library);
  const holdings = fixedOf(pieces, shell, placement, library, chosen);
  return {
    estimate,
    pieces,
    holdings,
    needs: needsFor({ shell, ready, placement, joints, takeOff: estimate, pieces, holdings }, library),
    hours: workByStage({ shell, ready, pieces, joints }, library),
  };
}

/** The same from the van: laid up and cut. */
export function workOn(
  van: VanToOrder,
  library: Library,
  { choices, chosen }: { choices: CutChoices; chosen: readonly ChosenHold[] },
): Worked {
  const { shell, placement } = van;
  const laid = layUp(shell, placement, library);
  return workWith(cutPieces(shell, placement, laid, library, choices), van, laid, library, chosen);
}
