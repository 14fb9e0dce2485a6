export { cutPieces } from './cutPieces.ts';
export { type CutPiece, USUAL_CHOICES } from './piece.ts';
