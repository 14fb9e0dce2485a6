import { massWorking } from '@overcoat/core/studies/working';
import { printMass } from '@overcoat/core/units';
import { type Figure, quantity } from './figure.ts';

export const mass: Figure = {
  key: 'mass',
  name: 'added',
  zoneName: 'mass',
  of: e => e.load.mass,
  ofZone: (e, zone) => e.load.zones.get(zone) ?? 0,
  ...quantity('mass', printMass, 0.05),
  better: 'less',
  alert: (e, { brief }) => e.load.mass > brief.payload,
  note: (e, { brief: { payload } }, units) =>
    e.load.mass > payload
      ? `${printMass(e.load.mass - payload, units)} over the payload`
      : `of ${printMass(payload, units)} payload left`,
  working: (e, _, library) => massWorking(e, library),
};
