export { canDoes, foamLitres, isFoam, WASTE } from './foam.ts';
export { type OrderLine, type TakeOff, takeOff } from './takeOff.ts';
