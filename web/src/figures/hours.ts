import { VAN_FIGURES } from '@overcoat/core/figures';
import { hoursWorking } from '@overcoat/core/studies/working';
import { printNumber } from '@overcoat/core/units';
import { isCounted } from '../store/evaluation.ts';
import { type Figure, quantity } from './figure.ts';

const hoursOf = (value: number) =>
  Number.isNaN(value) ? '…' : `${printNumber(value, value < 10 ? 1 : 0)} h`;

/** Hours of all work that is left to the person, with making ready and cables. */
export const hours: Figure = {
  key: 'hours',
  name: 'work',
  zoneName: 'work',
  of: VAN_FIGURES.hours.of,
  ofZone: () => null,
  ...quantity('work', hoursOf, 0.5),
  better: VAN_FIGURES.hours.better,
  waits: e => !isCounted(e),
  alert: () => false,
  note(e) {
    if (!e.pay) return 'pieces are being counted';
    return `${isCounted(e) ? '' : 'before: '}${hoursOf(e.pay.hours[0])} to ${hoursOf(e.pay.hours[2])}`;
  },
  working: e => e.pay && hoursWorking(e.pay),
};
