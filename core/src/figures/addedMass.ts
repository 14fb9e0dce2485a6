import type { VanFigure } from './figure.ts';

/** Everything that stays in the van, supplies among it once they are counted, kg. */
export const addedMass: VanFigure = {
  unit: 'kg',
  better: 'less',
  tells: 0.1,
  of: e => e.load.mass,
  takenIn: e => e.load.mass,
  ofLayers: lines => lines.reduce((sum, l) => sum + l.mass, 0),
  gathers: 'sum',
  besides: true,
  worth: 4,
  matters: b => b.priorities.weight,
  limit: { brief: b => b.payload, passed: 20, more: 10, step: 1 },
};
