import { HALF_GRAM } from '../tolerance/index.ts';
import type { VanFigure } from './figure.ts';

/** Most water in a bay in its first winter, kg/m2; a choice sums it over zones. */
export const winterWater: VanFigure = {
  unit: 'kg/m2',
  better: 'less',
  tells: HALF_GRAM,
  of: e => e.damp.most.likely,
  takenIn: e => e.damp.most.likely,
  ofLayers: null,
  gathers: 'sum',
  besides: false,
  worth: 200,
  matters: b => b.priorities.dryness,
  limit: null,
};
