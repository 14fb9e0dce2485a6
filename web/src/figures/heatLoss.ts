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
    const sum = (part: 'ribs' | 'edges') =>
      printNumber(
        e.heat.zones.reduce((s, z) => s + z[part], 0),
        1,
      );
    return `ribs ${sum('ribs')}, edges ${sum('edges')} of it`;
  },
  working: e => heatWorking(e),
};
