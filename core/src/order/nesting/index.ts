export { unfitPieces } from './exactProblem.ts';
export type { Nest, NestPiece, NestProblem, NestStock, Point, UsedStock } from './problem.ts';
export { NestSearch } from './search.ts';
export { atOrigin, distinctTurns, shapeArea, turnPoints } from './shapes.ts';
export { cutLengths, shelfLayout } from './shelf.ts';
