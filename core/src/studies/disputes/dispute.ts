import type { Figured, Unit } from '../../figures/index.ts';

/** What practitioners disagree on, in the order in which a van is built. */
export const DISPUTES = [
  'barrier',
  'seal',
  'deadening',
  'ribs',
  'floor battens',
  'floor',
  'ceiling',
  'foil',
  'glass',
  'kit',
] as const;
export type DisputeId = (typeof DISPUTES)[number];

/** One way to do it, and what the whole van comes to by it; money estimated, hours of the zones it is about, 0 where it takes none of its own. */
export interface Side extends Figured {
  name: string;
}

/** How an answer turns: what each side comes to over one input. */
export interface Turning {
  /** The input: what it is, in which unit, where this van stands, and where the answer turns; null where it does not. */
  x: { what: string; unit: Unit; at: number | null; turns: number | null };
  /** What is told over it. */
  y: { what: string; unit: Unit };
  /** Of each side, at the same inputs. */
  lines: { side: string; points: { x: number; y: number }[] }[];
}

/** What one dispute comes to for one van. */
export interface Dispute {
  id: DisputeId;
  /** The side that suits this van; null where the van has nothing that it is about. */
  answer: string | null;
  /** In a sentence the figure it rests on. */
  number: { what: string; unit: Unit; value: number };
  /** All ways. */
  sides: Side[];
  /** Where it turns. */
  turning: Turning;
  /** What would change it, strongest first. */
  moves: string[];
}

/** Where a line through points crosses a level, the first from the left; null where it does not. */
export function crossing(points: readonly { x: number; y: number }[], level: number): number | null {
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    if ((a.y - level) * (b.y - level) > 0 || a.y === b.y) continue;
    return a.x + ((b.x - a.x) * (level - a.y)) / (b.y - a.y);
  }
  return null;
}

/** The level of a line at an input, between its points; of its ends beyond them. */
export function levelAt(points: readonly { x: number; y: number }[], x: number): number {
  const after = points.findIndex(p => p.x >= x);
  if (after === 0) return points[0]!.y;
  if (after < 0) return points.at(-1)!.y;
  const [a, b] = [points[after - 1]!, points[after]!];
  return a.y + ((b.y - a.y) * (x - a.x)) / (b.x - a.x);
}

/** Where two lines at the same inputs cross, the first from the left; null where they do not. */
export const meet = (
  a: readonly { x: number; y: number }[],
  b: readonly { x: number; y: number }[],
): number | null =>
  crossing(
    a.map((p, i) => ({ x: p.x, y: p.y - b[i]!.y })),
    0,
  );
