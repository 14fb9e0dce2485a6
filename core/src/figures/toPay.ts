import type { VanFigure } from './figure.ts';

/** What is to pay, money; NaN until that is counted. */
export const toPay: VanFigure = {
  unit: 'money',
  better: 'less',
  tells: 1,
  of: e => e.pay?.total ?? Number.NaN,
  // By the part, no pack rounded: what packs cost is for the whole van.
  takenIn: e => e.order.lines.reduce((sum, l) => sum + l.cost * l.used, 0),
  ofLayers: null,
  gathers: 'packs',
  besides: true,
  worth: 1,
  matters: b => b.priorities.cost,
  limit: { brief: b => b.budget, passed: 2, more: 100, step: 10 },
};
