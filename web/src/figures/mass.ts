import type { Evaluation } from '@overcoat/core/evaluate';
import { VAN_FIGURES } from '@overcoat/core/figures';
import { massWorking } from '@overcoat/core/studies/working';
import { printMass } from '@overcoat/core/units';
import { type Figure, quantity } from './figure.ts';

/** The axle that carries more than it may, the worse of two; null when both keep their plates. */
const overAxle = (e: Evaluation): 'front' | 'rear' | 'whole' | null => {
  const over = e.load.axles?.over;
  if (!over) return null;
  const worst = (['rear', 'front', 'whole'] as const).reduce((a, b) => (over[b] > over[a] ? b : a));
  return over[worst] > 0 ? worst : null;
};

export const mass: Figure = {
  key: 'mass',
  name: 'added',
  zoneName: 'mass',
  of: VAN_FIGURES.mass.of,
  ofZone: (e, zone) => e.load.zones.get(zone) ?? 0,
  ...quantity('mass', printMass, 0.05),
  better: VAN_FIGURES.mass.better,
  // Glue, tape and fixings that stay in the van weigh too, and until a first count nobody knows how much.
  waits: e => e.pay === null,
  alert: (e, { brief }) => e.load.mass > brief.payload || overAxle(e) !== null,
  note: (e, { brief: { payload } }, units) =>
    e.load.mass > payload
      ? `${printMass(e.load.mass - payload, units)} over the payload`
      : overAxle(e) !== null
        ? `${overAxle(e)} ${printMass(e.load.axles!.over[overAxle(e)!], units)} over its plate`
        : `of ${printMass(payload, units)} payload left`,
  working: (e, _, library) => massWorking(e, library),
};
