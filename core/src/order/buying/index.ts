export { needsFor } from './needs.ts';
export { type BuyLine, orderList } from './orderList.ts';
export { type Rest, shelfOf } from './shelf.ts';
