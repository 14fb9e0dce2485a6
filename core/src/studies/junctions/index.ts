export { type FitAdvice, fitAdvice, STRIP_GAP } from './fitAdvice.ts';
export { type HotWarning, hotWarnings } from './hot.ts';
export { junctions } from './junctions.ts';
export { floorFouls, type RoomLeft, roomLeft } from './room.ts';
