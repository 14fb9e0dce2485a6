import { cost } from './cost.ts';
import { damp } from './damp.ts';
import type { Figure } from './figure.ts';
import { headroom } from './headroom.ts';
import { heatLoss } from './heatLoss.ts';
import { hours } from './hours.ts';
import { mass } from './mass.ts';
import { quiet } from './quiet.ts';

export { bestOf, type Figure } from './figure.ts';

/** The headline figures, in the ledger's order. */
export const FIGURES: readonly Figure[] = [mass, cost, heatLoss, headroom, damp, quiet, hours];
