import {
  type BayHole,
  type BayJoints,
  directionOf,
  type Ends,
  jointsLaw,
  leakPath,
  type Section,
} from '../../buildup/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { BuildUp, ZoneKind } from '../../model/index.ts';
import { RSE, RSI } from '../../physics/heat/index.ts';
import {
  type AirWay,
  type Cavity,
  holeLaw,
  STILL,
  type Through,
  throughCavity,
} from '../../physics/moisture/index.ts';

/** Air that passes a bay's skin, m3/s per m2, for the air at the skin outside and that of the room, degC; the next call overwrites it. */
export type LeakAt = (outside: number, room: number) => Through;

/** Where no air reaches the skin. */
const NO_LEAK: LeakAt = () => STILL;

/** Sheet that holes are in, m. */
const SHEET = 0.001;

/**
 * Ways round the barrier where nobody looked, in a bay of 0.4 m2: a square centimetre at its upper end, where trim and
 * cables pass the rail; at the wet end two at either, as where rib ends are open (common practice, no source).
 */
const UNSEEN = {
  likely: { ends: ['upper'], side: 0.01, area: 0.4 },
  wetEnd: { ends: ['lower', 'upper'], side: 0.0141, area: 0.4 },
} as const;

/**
 * What leaks into a bay of a build-up as it lies, at one end of each thing that nobody knows exactly; nothing where no
 * air reaches the skin.
 */
export function leakOf(
  section: Section,
  kind: ZoneKind,
  joints: BayJoints,
  library: Library,
): (buildUp: BuildUp, ends: Ends) => LeakAt {
  return (buildUp, ends) => {
    const path = leakPath(buildUp.layers, section.fit, library);
    const law = path === 'none' ? null : jointsLaw(buildUp, joints, ends, library);
    if (path === 'none' || !law) return NO_LEAK;
    const half = joints.height / 2;
    const seams: AirWay[] = [
      { law, end: 'lower', at: -half, from: 'room' },
      { law, end: 'upper', at: half, from: 'room' },
    ];
    return tabled({
      ways: [...seams, ...holes(joints, kind, ends)],
      fill: path === 'empty' ? 0 : (path.resistivity * joints.height ** 2) / path.depth,
      above: joints.above,
      ...aroundSpace(section, kind, library),
    });
  };
}

/** Holes as ways: in two halves, so that one hole alone lets cold air out below and warm air in above. */
function holes({ holes, looked, height }: BayJoints, kind: ZoneKind, ends: Ends): AirWay[] {
  const found = looked || kind === 'floor' ? holes : [...holes, ...unseen(ends)];
  // Silt and underseal shut drains: at the wet end none is open.
  const open = ends.ways === 'wetEnd' ? found.filter(h => h.from === 'room') : found;
  return open.flatMap((hole): AirWay[] => {
    const at = (hole.end === 'upper' ? 1 : -1) * (height / 2);
    const one = holeLaw(hole.width, hole.height / 2, SHEET, hole.area);
    const law = { linear: one.linear * hole.past, square: one.square * hole.past };
    const quarter = Math.min(hole.height, height) / 4;
    return [at - quarter, at + quarter].map(at => ({ law, end: hole.end, at, from: hole.from }));
  });
}

const unseen = (ends: Ends): BayHole[] => {
  const { ends: open, side, area } = UNSEEN[ends.ways];
  return open.map((end): BayHole => {
    return { from: 'room', end, width: side, height: side, past: 1, area };
  });
};

/** Resistance from the middle of the space that air reaches to either side, m2K/W: the gap at the skin, or the fill in it. */
function aroundSpace(
  { planes }: Section,
  kind: ZoneKind,
  library: Library,
): Pick<Cavity, 'toOutside' | 'toRoom'> {
  const rsi = RSI[directionOf(kind)];
  const at = spaceIn(planes, library);
  const sum = (from: number, to: number) =>
    planes.slice(from, to).reduce((r, p) => r + p.resistance, 0) + planes[at]!.resistance / 2;
  return { toOutside: RSE + sum(0, at), toRoom: rsi + sum(at + 1, planes.length) };
}

/** Index of the first plane from the skin that air can pass: a gap, or pores; the one at the skin where none is. */
export function spaceIn(planes: Section['planes'], library: Library): number {
  const at = planes.findIndex(
    p => p.material === null || materialOf(library, p.material).flowResistivity !== null,
  );
  return at < 0 ? Math.min(1, planes.length - 1) : at;
}

/** About which airs are computed, degC: densities alone would move a flow by a thirtieth for 10 K. */
const MIDDLE = 12;
/** Roots of the differences that are computed, of kelvin; the first four at once, for winter nights and summer days. */
const ROOTS = [1, 2, 4, 6, 9, 12] as const;
const USUAL = 4;
const LAST = ROOTS.length - 1;
/** Which of them is the last not beyond a root, by its whole part. */
const LOWER = Int8Array.from({ length: 13 }, (_, root) =>
  Math.min(
    LAST - 1,
    Math.max(
      0,
      ROOTS.findLastIndex(r => r <= root),
    ),
  ),
);

/**
 * By the difference between room and outside, from a table; beyond the usual it fills as it is asked, always in one
 * order. What goes over the root of the difference is interpolated: it is straight for joints of friction alone, and
 * level for holes. Half of what it gives is within a hundredth of what was computed for it, nearly all within a twentieth.
 */
function tabled(cavity: Cavity): LeakAt {
  const through = throughCavity(cavity);
  // Room and outside over the root, side by side, for a warmer and for a colder room.
  const known = [new Float64Array(2 * ROOTS.length), new Float64Array(2 * ROOTS.length)];
  const upTo = [0, 0];
  const find = (side: 0 | 1, count: number): void => {
    for (let i = upTo[side]!; i < count; i++) {
      const root = ROOTS[i]!;
      const half = (side === 0 ? root * root : -root * root) / 2;
      const { room, outside } = through(MIDDLE - half, MIDDLE + half);
      known[side]![2 * i] = room / root;
      known[side]![2 * i + 1] = outside / root;
    }
    upTo[side] = Math.max(upTo[side]!, count);
  };
  find(0, USUAL);
  find(1, USUAL);
  const answer = { room: 0, outside: 0 };
  return (outside, room) => {
    const difference = room - outside;
    const side = difference < 0 ? 1 : 0;
    const root = Math.min(ROOTS[LAST]!, Math.sqrt(Math.abs(difference)));
    const i = LOWER[Math.floor(root)]!;
    if (i + 2 > upTo[side]!) find(side, i + 2);
    const share = Math.max(0, (root - ROOTS[i]!) / (ROOTS[i + 1]! - ROOTS[i]!));
    const of = known[side]!;
    const a = 2 * i;
    // Under a kelvin friction rules.
    const whole = root < 1 ? root * root : root;
    answer.room = whole * (of[a]! + share * (of[a + 2]! - of[a]!));
    answer.outside = whole * (of[a + 1]! + share * (of[a + 3]! - of[a + 1]!));
    return answer;
  };
}
