import type { VanFigure } from './figure.ts';

/** From floor to ceiling, m; what a zone takes is what its lining stands inside the rib face. */
export const headroom: VanFigure = {
  unit: 'm',
  better: 'more',
  tells: 0.001,
  of: e => e.fit.headroom.left,
  takenIn: (e, zone) => e.fit.taken.get(zone.id) ?? 0,
  ofLayers: null,
  gathers: 'room',
  besides: false,
  worth: 4000,
  matters: b => b.priorities.headroom,
  limit: {
    brief: b => b.headHeight.value,
    passed: 10_000,
    more: 0.01,
    step: 0.001,
  },
};
