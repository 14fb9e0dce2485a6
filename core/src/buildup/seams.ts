import type { BuildUp } from '../model/index.ts';

/** How one kind of joint lets air through: common practice, no source, as are all widths here. */
export interface SeamKind {
  name: string;
  /** Whether it closes all but what is missed. */
  closes: boolean;
  /** Between the faces where it stays open, m: as it usually turns out, and as it does when it turns out badly. */
  width: { likely: number; wetEnd: number };
}

export type Seams = BuildUp['seams'];

export const SEAM_KINDS: Record<Seams, SeamKind> = {
  taped: { name: 'taped', closes: true, width: { likely: 0.0005, wetEnd: 0.0015 } },
  foamed: {
    name: 'foamed, cut 2 to 3 mm under',
    closes: true,
    width: { likely: 0.0025, wetEnd: 0.003 },
  },
  stapled: { name: 'film, stapled', closes: true, width: { likely: 0.001, wetEnd: 0.002 } },
  butted: { name: 'butted, open', closes: false, width: { likely: 0.0005, wetEnd: 0.0015 } },
  ribbed: { name: 'open over ribbed metal', closes: false, width: { likely: 0.002, wetEnd: 0.003 } },
};

/** Joints of what lies before or behind the airtight layer: panels butted on a rib, boards pushed together. */
export const PANEL_JOINT = { likely: 0.001, wetEnd: 0.002 } as const;
export const BOARD_JOINT = SEAM_KINDS.butted.width;

/** Whether the joints of a build-up are closed but for what is missed. */
export const closesJoints = ({ seams }: Pick<BuildUp, 'seams'>): boolean => SEAM_KINDS[seams].closes;

/** Which end of the band a figure is taken at: as things usually turn out, or with what may go wrong gone wrong. */
export type End = 'likely' | 'wetEnd';

/** What a band runs over, each at an end of its own. */
export interface Ends {
  /** How wide an open joint is. */
  width: End;
  /** How much of the joints is missed. */
  missed: End;
  /** What ways round the barrier there are. */
  ways: End;
}

export const endsAt = (end: End): Ends => ({ width: end, missed: end, ways: end });

/** Badly done, twice as much is missed as one thought. */
const MISSED_TWICE = 2;

/** Share of its joints that a build-up leaves open, 0 to 1. */
export function missedOf({ seams, sealQuality }: Pick<BuildUp, 'seams' | 'sealQuality'>, end: End): number {
  if (!SEAM_KINDS[seams].closes) return 1;
  return Math.min(1, (1 - sealQuality) * (end === 'wetEnd' ? MISSED_TWICE : 1));
}

/** Width of a joint of the airtight layer where it stays open, m: a width that was given holds over the whole band. */
export const openWidth = ({ seams, jointWidth }: Pick<BuildUp, 'seams' | 'jointWidth'>, end: End): number =>
  jointWidth ?? SEAM_KINDS[seams].width[end];
