import { type Evaluation, withPay } from '../../evaluate/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Design, Placement } from '../../model/index.ts';
import { type PayBy, payFor, USUAL_PAY } from '../../order/pipeline/index.ts';
import { type Heard, NOTHING_HEARD } from '../../van/quiet/index.ts';
import { evaluateOwn } from '../cabin/index.ts';

/** What is made ready, as far as a design says. */
type OfVan = Pick<Design, 'shell' | 'brief'> & Partial<Pick<Design, 'ready'>>;

/** An evaluation from scratch with nothing standing in: damp in the van's own year, what is to pay as pieces lie. */
export function evaluateSettled(
  design: OfVan,
  placement: Placement,
  library: Library,
  heard: Heard = NOTHING_HEARD,
  by: PayBy = { ...USUAL_PAY, ...(design.ready && { ready: design.ready }) },
): Evaluation {
  const e = evaluateOwn(design, placement, library, heard);
  return withPay(e, design.shell, payFor(design.shell, placement, library, by));
}
