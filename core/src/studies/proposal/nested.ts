import type { Placement } from '../../model/index.ts';
import { type Paid, type PayBy, payFor, USUAL_PAY } from '../../order/pipeline/index.ts';
import type { ChoiceQuestion } from './options.ts';

/** What is to pay rests on as asked, with the rests at hand and what is to be made ready. */
function payByOf({ design, pay, offcuts }: Pick<ChoiceQuestion, 'design' | 'pay' | 'offcuts'>): PayBy {
  const by = pay ?? { ...USUAL_PAY, ...(design.ready && { ready: design.ready }) };
  return offcuts ? { ...by, offcuts } : by;
}

/** What a placement costs and takes as its pieces lie: the figure that every view then has. */
export const paidAs = (
  asked: Pick<ChoiceQuestion, 'design' | 'library' | 'pay' | 'offcuts'>,
  placement: Placement,
): Paid => payFor(asked.design.shell, placement, asked.library, payByOf(asked));
