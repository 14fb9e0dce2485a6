import type { Shape } from './shapes.ts';

/** A piece where it lies on a bed, micrometres. */
export interface Placed {
  /** Number of the piece. */
  piece: number;
  /** Which of its ways to lie. */
  way: number;
  /** Of its box, micrometres. */
  x: number;
  /** micrometres. */
  y: number;
  /** Of its box, micrometres. */
  width: number;
  /** micrometres. */
  length: number;
}

/** Where a piece would go; the least score is the best. */
export interface Spot {
  /** Which of its ways to lie. */
  way: number;
  /** micrometres. */
  x: number;
  /** micrometres. */
  y: number;
  /** The least is the best. */
  score: number;
}

/** How the best of several places is told. */
export type Rule = 'short side' | 'area' | 'low' | 'left' | 'contact';
export const RULES: readonly Rule[] = ['short side', 'area', 'low', 'left', 'contact'];

/** A sheet, roll or offcut with what lies on it. Micrometres; the kerf is part of every box and of the bed's size. */
export interface Bed {
  /** Number of its stock. */
  readonly stock: number;
  /** micrometres. */
  readonly width: number;
  /** micrometres. */
  readonly length: number;
  /** Area of the largest rectangle left free, micrometres squared; 0 where that is not known at once. */
  readonly room: number;
  /** What lies on it. */
  readonly placed: readonly Placed[];
  /** Rectangles left free that no larger one holds: x, y, width and length in a row, micrometres; none for other outlines. */
  readonly frees: readonly number[];
  /** The same bed without some pieces. */
  without(gone: ReadonlySet<number>): Bed;
  /** The best place for a shape, or null where there is none. */
  spot(shape: Shape, rule: Rule): Spot | null;
  /** Lays a piece. */
  put(piece: number, shape: Shape, spot: Spot): void;
}
