export { cutPieces } from './cutPieces.ts';
export { type CutPiece, USUAL_CHOICES } from './piece.ts';
export { boxRegion, grown, minus, partsOf, regionOf, within } from './region.ts';
