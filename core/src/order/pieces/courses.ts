import { ROUNDING } from '../../tolerance/index.ts';
import { asRegion, boxOf, boxRegion, type Part, partsOf, type Region, withinRegion } from './region.ts';

/** A course no wider than this share of a board is a sliver: its neighbour at the other end gives it of its own. */
const SLIVER_OF = 1 / 3;
/** A joint stays so far from those of the course beneath, and no board is shorter, m. Common practice, no source. */
const STAGGER = 0.15;
const SHORTEST = 0.3;
/** Boards are joined in so few places, and so many are tried. */
const MOST_JOINTS = 3;
/** Lost to the saw in each cut, m. */
const KERF = 0.003;

/** A row of boards. */
interface Course {
  /** Of its lower edge, m. */
  low: number;
  /** Cut to, its tongue and all, m. */
  wide: number;
  /** Seen of it, m. */
  seen: number;
}

/**
 * Courses of boards `board` wide from 0 to `breadth`, m: as few as cover it, and where the last would be a sliver the
 * first and the last share what is left. A tongue goes into the next board; that of the last one is cut off. A negative
 * tongue is a gap, which follows every slat but the last.
 */
export function coursesOver(breadth: number, board: number, tongue: number): Course[] {
  const pitch = board - tongue;
  const gap = Math.max(0, -tongue);
  const full = breadth + gap;
  const count = Math.max(1, Math.ceil(full / pitch - ROUNDING));
  const rest = full - (count - 1) * pitch;
  const shares = Array.from({ length: count }, (_, i) => (i === count - 1 ? rest : pitch));
  if (count > 1 && rest - gap < SLIVER_OF * board) shares[0] = shares[count - 1] = (rest + pitch) / 2;
  let low = 0;
  return shares.map((share, i) => {
    const course = {
      low,
      wide: share - gap + (i < count - 1 ? Math.max(0, tongue) : 0),
      seen: share - gap,
    };
    low += share;
    return course;
  });
}

/** What boards come in, and what bears their joints. */
interface Boards {
  /** m. */
  width: number;
  /** m. */
  length: number;
  /** How far one goes into the next, m. */
  tongue: number;
  /** Lines that a joint may lie on, m. */
  borne: readonly number[];
}

/** One board of a course. */
interface Board {
  part: Part;
  /** Its course, from 0. */
  course: number;
}

/**
 * A part boarded in courses along x. Where a course is longer than a board its joints lie on what bears them, away from
 * those of the course before, and so that what was left of boards before is used first.
 */
export function boarded(part: Part, boards: Boards): { boards: Board[]; courses: Course[] } {
  const box = boxOf(part.outline);
  const courses = coursesOver(box.height, boards.width, boards.tongue);
  const region: Region = asRegion(part);
  const rests: number[] = [];
  let before: readonly number[] = [];
  const found = courses.flatMap(({ low, wide }, course) => {
    const joints: number[] = [];
    const strips = partsOf(withinRegion(region, boxRegion(box.x, box.y + low, box.width, wide)));
    const own = strips.flatMap(strip => {
      const { x, y, width, height } = boxOf(strip.outline);
      const at = jointsOf(x, width, boards, before, rests);
      joints.push(...at);
      const ends = [x, ...at, x + width];
      const whole = asRegion(strip);
      return ends
        .slice(1)
        .flatMap((end, i) => partsOf(withinRegion(whole, boxRegion(ends[i]!, y, end - ends[i]!, height))))
        .map(p => ({ part: p, course }));
    });
    before = joints;
    return own;
  });
  return { boards: found, courses };
}

/** Joints of one run of a course, m; notes in `rests` what is left of the boards it is cut from. */
function jointsOf(
  from: number,
  length: number,
  boards: Boards,
  before: readonly number[],
  rests: number[],
): number[] {
  const to = from + length;
  const least = Math.ceil(length / boards.length - ROUNDING) - 1;
  const clear = boards.borne.filter(
    b => b >= from + SHORTEST && b <= to - SHORTEST && before.every(o => Math.abs(o - b) >= STAGGER),
  );
  const ways =
    least <= 0 ? [[]] : waysOver(from, to, boards.length, clear, least, Math.min(MOST_JOINTS, least + 1));
  // Nothing bears a joint far enough along: it is laid on what is borne at all, or else shared out evenly.
  if (ways.length === 0) {
    const borne = boards.borne.filter(b => b > from && b < to);
    ways.push(...waysOver(from, to, boards.length, borne, least, least + 1));
  }
  if (ways.length === 0)
    ways.push(Array.from({ length: least }, (_, i) => from + ((i + 1) * length) / (least + 1)));
  const tried = ways.map(at => ({ at, ...cutFrom(lengthsOf(from, to, at), rests, boards.length) }));
  // A joint more is worth a board, not a longer rest.
  const best = tried.reduce((a, b) => {
    const by = b.opened - a.opened || b.at.length - a.at.length || a.worth - b.worth;
    return by < -ROUNDING ? b : a;
  });
  rests.splice(0, rests.length, ...best.left);
  return best.at;
}

const lengthsOf = (from: number, to: number, at: readonly number[]): number[] => {
  const ends = [from, ...at, to];
  return ends.slice(1).map((end, i) => end - ends[i]!);
};

/** Every way to part a run with so many joints, none longer than a board. */
function waysOver(
  from: number,
  to: number,
  board: number,
  lines: readonly number[],
  least: number,
  most: number,
): number[][] {
  const sorted = [...new Set(lines)].sort((a, b) => a - b);
  const found: number[][] = [];
  const walk = (at: number[], start: number) => {
    const last = at.at(-1) ?? from;
    if (to - last <= board + ROUNDING && at.length >= least) found.push(at);
    if (at.length >= most) return;
    for (let i = start; i < sorted.length; i++) {
      const next = sorted[i]!;
      if (next - last > board + ROUNDING) break;
      walk([...at, next], i + 1);
    }
  };
  walk([], 0);
  return found;
}

/** Lengths cut from what is left of boards, the tightest first, else from new ones. */
function cutFrom(lengths: readonly number[], rests: readonly number[], board: number) {
  const left = [...rests];
  let opened = 0;
  for (const length of [...lengths].sort((a, b) => b - a)) {
    const fits = left.flatMap((rest, i) => (rest >= length - ROUNDING ? [i] : []));
    const tightest = fits.reduce((a, b) => (a < 0 || left[b]! < left[a]! ? b : a), -1);
    const from = tightest < 0 ? board : left[tightest]!;
    if (tightest < 0) opened++;
    else left.splice(tightest, 1);
    const rest = from - length - KERF;
    if (rest >= SHORTEST) left.push(rest);
  }
  return { opened, left, worth: left.reduce((sum, rest) => sum + rest * rest, 0) };
}
