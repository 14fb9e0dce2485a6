import type { Layer, Opening, ZoneKind } from '../../model/index.ts';
import type { Section2d } from '../../physics/heat2d/index.ts';

/** Places of a van that a flat build-up does not describe. */
export type DetailKind = 'rib' | 'bay end' | 'window edge' | 'door frame' | 'board seam' | 'floor batten';

/** One such place with the build-up beside it. Sizes in m, temperatures in degC. */
export interface DetailCase {
  of: DetailKind;
  layers: readonly Layer[];
  kind: ZoneKind;
  /** Of the rib, or of the frame's box; depth also of the bay beside it. */
  width: number;
  depth: number;
  /** Conductivity of what its hollow is stuffed with, W/mK; null when it is left hollow. */
  stuffed: number | null;
  /** Of a window edge. */
  glazing?: Opening['glazing'];
  /** Open joint between two boards, and whether it is foamed. */
  gap?: number;
  foamed?: boolean;
  outside: number;
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
  /** Where metal's coldest place is sought, or null; and how far along the room's face the lining's is. */
  metal: Box | null;
  lining: { from: number; to: number };
  /** Part worth looking at. */
  view: { from: number; to: number };
  labels: (Box & { name: string })[];
}

/** Half a module to the middle of the bay, m: beyond it the rib is not felt. */
export const HALF = 0.3;
/** Sheet of a pressed rib or frame, m. Common practice, no source. */
export const RIB_SHEET = 0.001;
export const TIMBER = 0.13;
