export { type FitAdvice, fitAdvice, STRIP_GAP } from './fitAdvice.ts';
export { hotWarnings } from './hot.ts';
export { junctions } from './junctions.ts';
export { floorFouls, roomLeft } from './room.ts';
export { seatWarnings } from './seats.ts';
