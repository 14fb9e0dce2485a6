import { costWorking } from '@overcoat/core/studies/working';
import { printMoney } from '../store/money.ts';
import { type Figure, quantity } from './figure.ts';

const whole = (money: number) => printMoney(Math.round(money));

export const cost: Figure = {
  key: 'cost',
  name: 'cost',
  zoneName: 'cost',
  of: e => e.order.cost,
  ofZone: (e, zone) => e.order.costByZone[zone] ?? 0,
  ...quantity('cost', whole, 0.5),
  better: 'less',
  alert: (e, { brief }) => e.order.cost > brief.budget,
  note: (e, { brief: { budget } }) =>
    e.order.cost > budget
      ? `${whole(e.order.cost - budget)} over the budget`
      : `of ${printMoney(budget)}, an estimate`,
  working: (e, _, library) => costWorking(e, library),
};
