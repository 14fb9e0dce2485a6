export { needsFor } from './needs.ts';
export { type BuyLine, orderList } from './orderList.ts';
