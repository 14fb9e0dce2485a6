export type { Cover } from './covers.ts';
export { type OrderLine, type Piece, type TakeOff, takeOff } from './takeOff.ts';
