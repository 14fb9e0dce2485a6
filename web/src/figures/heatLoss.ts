import { ribShare } from '@overcoat/core/evaluate';
import { VAN_FIGURES } from '@overcoat/core/figures';
import { heatWorking } from '@overcoat/core/studies/working';
import { printNumber } from '@overcoat/core/units';
import { type Figure, quantity } from './figure.ts';

export const heatLoss: Figure = {
  key: 'heat',
  name: 'heat loss',
  zoneName: 'heat loss',
  of: VAN_FIGURES.heat.of,
  ofZone: (e, zone) => e.heat.zones.find(z => z.zone.id === zone)?.loss ?? 0,
  ...quantity('heat loss', v => `${printNumber(v, 1)} W/K`, 0.05),
  better: VAN_FIGURES.heat.better,
  alert: () => false,
  note(e) {
    const { cab, loss, saved } = e.heat;
    const percent = (share: number) => `${printNumber(100 * share, 0)} %`;
    const ribs = `ribs ${percent(ribShare(e.heat))}`;
    if (saved > 0.05) return `${printNumber(loss, 1)} W/K down, ${printNumber(loss - saved, 1)} up`;
    return cab ? `cab ${percent(cab.loss / loss)}, ${ribs} of it` : `${ribs} of it, cab unknown`;
  },
  working: e => heatWorking(e),
};
