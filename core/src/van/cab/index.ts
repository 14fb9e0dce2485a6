export { draught, USUAL_WIND, windFactor } from './draughts.ts';
export { factoryTrim } from './factory.ts';
export { cabFactor, conducts, FILM, type FrontPass, frontPass, passing } from './front.ts';
