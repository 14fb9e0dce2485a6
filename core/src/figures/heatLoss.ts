import type { VanFigure } from './figure.ts';

/** Heat of the whole van, screens and curtain up half of the time, W/K. */
export const heatLoss: VanFigure = {
  unit: 'W/K',
  better: 'less',
  tells: 0.05,
  of: e => e.heat.asUsed,
  // Between the airs on both sides: what lies round the cab counts less on the whole.
  takenIn: (e, zone) => e.heat.zones.find(z => z.zone.id === zone.id)!.conductance,
  ofLayers: null,
  gathers: 'sum',
  besides: false,
  worth: 20,
  matters: b => b.priorities.warmth,
  limit: null,
};
