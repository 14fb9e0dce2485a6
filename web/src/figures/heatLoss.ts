import { heatWorking } from '@overcoat/core/studies/working';
import { printNumber } from '@overcoat/core/units';
import { type Figure, quantity } from './figure.ts';

export const heatLoss: Figure = {
  key: 'heat',
  name: 'heat loss',
  zoneName: 'heat loss',
  of: e => e.heat.loss,
  ofZone: (e, zone) => e.heat.zones.find(z => z.zone.id === zone)?.loss ?? 0,
  ...quantity('heat loss', v => `${printNumber(v, 1)} W/K`, 0.05),
  better: 'less',
  alert: () => false,
  note(e) {
    const { zones, cab } = e.heat;
    const metal = zones.reduce((s, z) => (z.factor === 1 ? s + z.ribs + z.edges : s), 0);
    const ribs = `ribs ${printNumber(metal, 1)}`;
    return cab ? `cab ${printNumber(cab.loss, 1)}, ${ribs} of it` : `${ribs} of it, without the cab`;
  },
  working: e => heatWorking(e),
};
