import type { Layer, Opening, ZoneKind } from '../../model/index.ts';
import type { Section2d } from '../../physics/heat2d/index.ts';

/** Places of a van that a flat build-up does not describe. */
export type DetailKind = 'rib' | 'bay end' | 'window edge' | 'door frame' | 'board seam' | 'floor batten';

/** One such place with the build-up beside it. Sizes in m, temperatures in degC. */
export interface DetailCase {
  of: DetailKind;
  /** Of the build-up beside it, from the skin. */
  layers: readonly Layer[];
  kind: ZoneKind;
  /** Of the rib, or of the frame's box, m. */
  width: number;
  /** Of the rib and of the bay beside it, m. */
  depth: number;
  /** Conductivity of what its hollow is stuffed with, W/mK; null when it is left hollow. */
  stuffed: number | null;
  /** Of a window edge. */
  glazing?: Opening['glazing'];
  /** Open joint between two boards, m. */
  gap?: number;
  /** Whether that joint is foamed. */
  foamed?: boolean;
  /** degC. */
  outside: number;
  /** degC. */
  inside: number;
}

interface Box {
  x0: number;
  x1: number;
  y0: number;
  y1: number;
}

/** A detail as a section: x along the skin, y from outside to room. */
export interface DetailGeometry {
  section: Section2d;
  /** Whether it stands for a half, cut at the middle line x = 0. */
  mirrored: boolean;
  /** What the plain parts over its whole width lose, W/mK, to be taken off for psi. */
  plain: number;
  /** Width that no bay's area covers, and what it would lose plain, W/mK: psi alone leaves it out. */
  uncovered: number;
  /** Where its metal's coldest place is sought, m; null where it has none. */
  metal: Box | null;
  /** How far along the room's face the lining's coldest place is sought, m. */
  lining: { from: number; to: number };
  /** Part worth looking at. */
  view: { from: number; to: number };
  /** What is where, m. */
  labels: (Box & { name: string })[];
}

/** Half a module to the middle of the bay, m: beyond it the rib is not felt. */
export const HALF = 0.3;
/** Sheet of a pressed rib or frame, m. Common practice, no source. */
export const RIB_SHEET = 0.001;
export const TIMBER = 0.13;
