import type { Evaluation } from '@overcoat/core/evaluate';
import { VAN_FIGURES } from '@overcoat/core/figures';
import { hoursWorking } from '@overcoat/core/studies/working';
import { printNumber } from '@overcoat/core/units';
import { isCounted } from '../store/evaluation.ts';
import { type Figure, quantity } from './figure.ts';

const hoursOf = (value: number) =>
  Number.isNaN(value) ? '…' : `${printNumber(value, value < 10 ? 1 : 0)} h`;

const band = ({ pay }: Evaluation): string | null =>
  pay && `${hoursOf(pay.hours[0])} to ${hoursOf(pay.hours[2])}`;

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
  band,
  note: e => (e.pay ? `${isCounted(e) ? '' : 'before: '}${band(e)}` : 'pieces are being counted'),
  working: e => e.pay && hoursWorking(e.pay),
};
