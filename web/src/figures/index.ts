import { FIGURE_KEYS, type FigureKey } from '@overcoat/core/figures';
import { cost } from './cost.ts';
import { damp } from './damp.ts';
import type { Figure } from './figure.ts';
import { fire } from './fire.ts';
import { headroom } from './headroom.ts';
import { heatLoss } from './heatLoss.ts';
import { hours } from './hours.ts';
import { mass } from './mass.ts';
import { quiet } from './quiet.ts';

export { bestOf, type Figure } from './figure.ts';

/** What is said of each figure that there is. */
const SAID: Record<FigureKey, Figure> = {
  mass,
  money: cost,
  heat: heatLoss,
  headroom,
  water: damp,
  quiet,
  hours,
  fire,
};

/** The headline figures, in the ledger's order. */
export const FIGURES: readonly Figure[] = FIGURE_KEYS.map(k => SAID[k]);
