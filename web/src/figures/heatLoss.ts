import { heatWorking } from '@overcoat/core/studies/working';
import { printNumber } from '@overcoat/core/units';
import { type Figure, quantity } from './figure.ts';

export const heatLoss: Figure = {
  key: 'heat',
  name: 'heat loss',
  zoneName: 'heat loss',
  of: e => e.heat.asUsed,
  ofZone: (e, zone) => e.heat.zones.find(z => z.zone.id === zone)?.loss ?? 0,
  ...quantity('heat loss', v => `${printNumber(v, 1)} W/K`, 0.05),
  better: 'less',
  alert: () => false,
  note(e) {
    const { zones, cab, loss, saved } = e.heat;
    const metal = zones.reduce((s, z) => (z.factor === 1 ? s + z.ribs + z.edges : s), 0);
    const share = (part: number) => `${printNumber((100 * part) / loss, 0)} %`;
    if (saved > 0.05) return `${printNumber(loss, 1)} W/K down, ${printNumber(loss - saved, 1)} up`;
    return cab ? `cab ${share(cab.loss)}, ribs ${share(metal)} of it` : `ribs ${share(metal)}, cab unknown`;
  },
  working: e => heatWorking(e),
};
