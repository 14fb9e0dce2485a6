import { VAN_FIGURES } from '@overcoat/core/figures';
import { PRICES_WITHIN } from '@overcoat/core/order/pipeline';
import { costWorking } from '@overcoat/core/studies/working';
import { isCounted } from '../store/evaluation.ts';
import { printMoney } from '../store/money.ts';
import { type Figure, quantity } from './figure.ts';

const whole = (money: number) => (Number.isNaN(money) ? '…' : printMoney(Math.round(money)));

/** What is to pay: materials as they lie, supplies, tools and spares. */
export const cost: Figure = {
  key: 'money',
  name: 'to pay',
  zoneName: 'to pay',
  of: VAN_FIGURES.money.of,
  ofZone: (e, zone) => e.pay && (e.pay.byZone[zone] ?? 0),
  ...quantity('to pay', whole, 0.5),
  better: VAN_FIGURES.money.better,
  waits: e => !isCounted(e),
  alert: (e, { brief }) => e.pay !== null && e.pay.total > brief.budget,
  note(e, { brief: { budget } }) {
    if (!e.pay) return 'pieces and packs are being counted';
    const before = isCounted(e) ? '' : 'before: ';
    const over = e.pay.total - budget;
    return over > 0
      ? `${before}${whole(over)} over the budget`
      : `${before}of ${printMoney(budget)}, prices ± ${100 * PRICES_WITHIN} %`;
  },
  working: e => e.pay && costWorking(e.pay),
};
