export { battenLines } from './battens.ts';
export type { EdgeClearance } from './clearance.ts';
export { cutOutsOf, cutOutWords } from './cutOuts.ts';
export { cutPieces, usualPieces } from './cutPieces.ts';
export { type CutChoices, type CutPiece, choicesOf, USUAL_CHOICES } from './piece.ts';
export { zonePlaceOf } from './place.ts';
export { boxRegion, grown, minus, partsOf, regionOf, withinRegion } from './region.ts';
export { ribsAfter } from './supports.ts';
