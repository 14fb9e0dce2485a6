export { orderError } from './orderError.ts';
export { type OrderLine, type Piece, type TakeOff, takeOff } from './takeOff.ts';
