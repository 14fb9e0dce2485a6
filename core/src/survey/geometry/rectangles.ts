import type { Use } from '../../model/index.ts';
import { SAME_SIZE } from '../../tolerance/index.ts';

/** A rectangle in a zone, m: along from its front, up from its lower edge. */
export interface Area {
  /** m. */
  along: number;
  /** m. */
  up: number;
  /** m. */
  width: number;
  /** m. */
  height: number;
}

/** Edges that meet to a micrometre do not overlap, m. */
const SLACK = SAME_SIZE;

export const useArea = (use: Use): Area => ({
  along: use.along.value,
  up: use.up.value,
  width: use.width.value,
  height: use.height.value,
});

export const overlap = (a: Area, b: Area): boolean =>
  a.along < b.along + b.width - SLACK &&
  b.along < a.along + a.width - SLACK &&
  a.up < b.up + b.height - SLACK &&
  b.up < a.up + a.height - SLACK;
