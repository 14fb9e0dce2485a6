export { canDoes, foamLitres, isFoam } from './foam.ts';
export { type OrderLine, type TakeOff, takeOff } from './takeOff.ts';
