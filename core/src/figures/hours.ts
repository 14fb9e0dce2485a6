import type { VanFigure } from './figure.ts';

/** Likely hours of all work that is left; NaN until that is counted. */
export const hours: VanFigure = {
  unit: 'h',
  better: 'less',
  tells: 0.25,
  of: e => e.pay?.hours[1] ?? Number.NaN,
  // Once for each kind of work.
  takenIn: null,
  ofLayers: null,
  gathers: 'sum',
  besides: true,
  worth: 10,
  matters: () => 1,
  limit: { brief: () => null, passed: 30, more: 5, step: 1 },
};
