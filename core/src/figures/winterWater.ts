import type { VanFigure } from './figure.ts';

/** Most water in a bay in its first winter, kg/m2; a choice sums it over zones. */
export const winterWater: VanFigure = {
  name: 'winter water',
  unit: 'kg/m2',
  better: 'less',
  tells: 5e-4,
  of: e => e.damp.most.likely,
  takenIn: e => e.damp.most.likely,
  ofLayers: null,
  gathers: 'sum',
  besides: false,
  worth: 200,
  worthOf: { by: 0.1, says: '100 g/m² of winter water in a zone' },
  wish: 'dryness',
  matters: b => b.priorities.dryness,
  limit: null,
};
