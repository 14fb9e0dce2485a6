export { Ordering, PAY_STEPS, payFor } from './ordering.ts';
export { type Paid, type PayBy, PRICES_WITHIN, payByList, USUAL_PAY } from './paid.ts';
export { orderTogether, type VanAsked } from './together.ts';
export { takeTurns } from './turns.ts';
export { workOn } from './worked.ts';
