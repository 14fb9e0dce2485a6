export type { Need } from './needList.ts';
export { needsFor } from './needs.ts';
export { type BuyLine, orderList } from './orderList.ts';
export { deliveryWrong, onItsWay, ordersOf, type StandingOrder, stillToOrder } from './orders.ts';
export { type Rest, shelfOf } from './shelf.ts';
