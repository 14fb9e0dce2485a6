import type { CutList, FixedPanel } from '../../model/index.ts';
import type { GRAINS } from '../../model/lists/index.ts';
import type { EdgeName } from '../../survey/layout/index.ts';
import type { Point } from '../nesting/index.ts';
import type { EdgeClearance } from './clearance.ts';

/** A piece to cut, as it is seen from inside the van, its face to the person. */
export interface CutPiece {
  /** Number chalked on it: bay or bays, layer, and part where there are several. */
  id: string;
  zone: string;
  /** Ids of the bays it covers. */
  bays: string[];
  /** Id of the build-up it belongs to. */
  buildUp: string;
  /** Id of its layer there. */
  layer: string;
  /** What it is in the build-up; stuffing fills a pocket. */
  role: string;
  /** Id of the material. */
  material: string;
  /** As sold, m. */
  thickness: number;
  /** Corners counter-clockwise, their box starting at 0, 0, m; allowance included. */
  outline: Point[];
  /** Cut-outs inside it, m. */
  holes: Point[][];
  /** Lines to score, break, kerf or mark, m. */
  lines: PieceLine[];
  /** Of the outline less its holes, m². */
  area: number;
  /** Where its box's front lower corner lies in the zone, m. */
  at: { along: number; up: number };
  /** Whether “along” runs to the left on it. */
  mirrored: boolean;
  /** The edge of the van above it. */
  above: EdgeName;
  /** The edge of the van on its left. */
  left: EdgeName;
  /** What each edge was moved outwards by, m; negative is under size. */
  allowance: number;
  /** Degrees it may be turned by on a sheet. */
  turns: number[];
  /** What is left at each edge of a rigid sheet; empty for all else. */
  edges: EdgeClearance[];
  /** Furthest from one rib or batten to the next behind a lining, m; null for all else. */
  span: number | null;
  /** Radius of the skin it follows, m; null where that is flat. */
  radius: number | null;
  /** Whether some size it rests on has not been measured. */
  assumed: boolean;
  /** What the person should know of it, in words. */
  notes: string[];
  /** Of a batten: whether it lies along the van; left out where it stands across. */
  lies?: boolean;
  /** Of boards laid in courses: which one, and how far is left to the far edge at either end; left out for all else. */
  course?: CourseAt;
  /** Id of the piece on the other side it is the mirror image of; left out where there is none. */
  twin?: string;
  /** Of one with a twin: whether the two differ as left hand and right, so that one is flipped. */
  handed?: boolean;
}

/** A board in its course. */
export interface CourseAt {
  /** From 1, at the lower or left edge. */
  at: number;
  /** Courses in all. */
  of: number;
  /** From its upper edge to the far edge of the zone, m, at the front or hinge end. */
  leftAtStart: number;
  /** m, at the other end. */
  leftAtEnd: number;
}

/** A line on a piece that no cut goes through, m. */
export interface PieceLine {
  /** What is done along it. */
  kind: 'score' | 'batten' | 'rib';
  /** m. */
  from: Point;
  /** m. */
  to: Point;
}

/** What a person may want otherwise. */
export interface CutChoices {
  /** Most gap left behind a flat board on a curved skin, m. */
  gapBehind: number;
  /** Whether boards over the ribs run on to the end of their sheet, or from rib to rib. */
  runOn: boolean;
  /** Which way grained boards run; null for as it saves most. */
  grain: (typeof GRAINS)[number] | null;
  /** Whether flat boards on a curve are cut into strips, or scored and broken. */
  strips: boolean;
  /** Face of the panel across the corners of walls and ceiling, m; null for none. */
  corner: number | null;
  /** Whether what furniture hides is lined with the cheapest sheet that will do, and left without a finish. */
  plainBehind: boolean;
  /** There already, and cut round. */
  panels: readonly FixedPanel[];
  /** What tries that bound took off. */
  trims: NonNullable<CutList['trims']>;
}

/** As the trade does it: 2 mm behind a board are foamed. */
export const USUAL_CHOICES: CutChoices = {
  gapBehind: 0.002,
  runOn: true,
  grain: null,
  strips: false,
  corner: null,
  plainBehind: false,
  panels: [],
  trims: [],
};

/** What a cut list says, and as is usual where it says nothing. */
export const choicesOf = (list: Partial<CutList>): CutChoices => ({
  ...USUAL_CHOICES,
  ...(list.gapBehind !== undefined && { gapBehind: list.gapBehind }),
  grain: list.grain ?? null,
  strips: list.strips ?? false,
  corner: list.corner ?? null,
  plainBehind: list.plainBehind ?? false,
  panels: list.panels ?? [],
  trims: list.trims ?? [],
});
