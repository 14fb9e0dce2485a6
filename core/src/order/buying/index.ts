export { type Due, dueOf, isFirstTime, type Pace, paceOf, stagesOf } from './due.ts';
export { type Enough, enoughOf, shareOut } from './enough.ts';
export { weighKit } from './kit.ts';
export { joinNeeds, type Need, usedBy } from './needList.ts';
export { needsFor } from './needs.ts';
export { type BuyLine, type Cut, orderList } from './orderList.ts';
export {
  deliveryWrong,
  type OrderedLine,
  offcutWrong,
  onItsWay,
  ordersOf,
  restWrong,
  type StandingOrder,
} from './orders.ts';
export { linesForVan, workshopLines } from './ownLines.ts';
export { dueFor, needsByVan, type VanWork } from './several.ts';
export { type PutPrice, type Rest, type ShelfNow, shelfOf, suppliesFor } from './shelf.ts';
export { type Shop, shopsOf } from './shops.ts';
export { surveyErrors } from './surveyError.ts';
