import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boarded, coursesOver } from './courses.ts';
import { boxOf, boxRegion, minus, netArea, partsOf } from './region.ts';

const whole = (x: number, y: number, w: number, h: number) => partsOf(boxRegion(x, y, w, h))[0]!;

describe('courses', () => {
  it('are counted by the width they cover, not by what they are sold as', () => {
    // 95 mm boards with a 7 mm tongue cover 88 mm: 10 of them 880 mm, and by their width one would buy 9.3.
    const courses = coursesOver(0.88, 0.095, 0.007);
    expect(courses).toHaveLength(10);
    expect(courses.map(c => Math.round(c.wide * 1e4))).toEqual([...Array(9).fill(950), 880]);
  });
  it('share a sliver between the first and the last', () => {
    // 890 mm: the eleventh would be 10 mm.
    const courses = coursesOver(0.89, 0.095, 0.007);
    expect(courses).toHaveLength(11);
    expect([courses[0]!.seen, courses.at(-1)!.seen].map(v => Math.round(v * 1e4))).toEqual([490, 490]);
    expect(courses[0]!.wide - courses[0]!.seen).toBeCloseTo(0.007, 9);
  });
  it('of slats leave their gap between them, none behind the last', () => {
    const courses = coursesOver(3 * 0.045 + 2 * 0.006, 0.045, -0.006);
    expect(courses.map(c => [c.low, c.wide])).toEqual(
      [0, 0.051, 0.102].map(low => [low, 0.045].map(v => expect.closeTo(v, 9))),
    );
  });
  it('cover any breadth once and only once, no board wider than it is sold and none a sliver', () => {
    const size = fc.double({ min: 0.03, max: 0.2, noNaN: true });
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 2.5, noNaN: true }),
        size,
        fc.double({ min: -0.3, max: 0.25, noNaN: true }),
        (breadth, board, share) => {
          const tongue = share * board;
          const courses = coursesOver(breadth, board, tongue);
          const gap = Math.max(0, -tongue);
          const seen = courses.reduce((sum, c) => sum + c.seen, 0) + gap * (courses.length - 1);
          expect(seen).toBeCloseTo(breadth, 9);
          for (const c of courses) expect(c.wide).toBeLessThanOrEqual(board + 1e-9);
          if (courses.length > 1)
            for (const c of courses)
              expect(c.seen).toBeGreaterThanOrEqual(Math.min(board / 3, (board - tongue) / 2 - gap) - 1e-9);
        },
      ),
      { endOnFailure: true },
    );
  });
});

describe('boards in courses', () => {
  const boards = { width: 0.095, length: 2.4, tongue: 0.007, borne: [0.4, 0.8, 1.2, 1.6, 2, 2.4, 2.8] };
  it('are joined where something bears them, never over the joint beneath', () => {
    const { boards: cut } = boarded(whole(0, 0, 3.2, 0.88), boards);
    const joints = Array.from({ length: 10 }, (_, course) =>
      cut.filter(b => b.course === course).map(b => boxOf(b.part.outline).x),
    ).map(xs => xs.filter(x => x > 0.01));
    for (const [i, at] of joints.entries()) {
      expect(at.length).toBeGreaterThan(0);
      for (const x of at) {
        expect(boards.borne.some(b => Math.abs(b - x) < 1e-6)).toBe(true);
        for (const o of joints[i - 1] ?? []) expect(Math.abs(x - o)).toBeGreaterThan(0.15);
      }
    }
  });
  it('start with what was left of the last: 3.2 m courses of 2.4 m boards take two boards in three, not one each', () => {
    // Three courses are 9.6 m, four boards to the millimetre; the saw takes its part, so five.
    const { boards: cut } = boarded(whole(0, 0, 3.2, 0.264), boards);
    const lengths = cut.map(b => boxOf(b.part.outline).width).sort((a, b) => b - a);
    let opened = 0;
    const rests: number[] = [];
    for (const l of lengths) {
      const at = rests.findIndex(r => r >= l - 1e-9);
      const from = at < 0 ? 2.4 : rests.splice(at, 1)[0]!;
      if (at < 0) opened++;
      rests.push(from - l - 0.003);
    }
    expect(opened).toBe(5);
  });
  it('lie round a window, each strip for itself, and miss none of the area', () => {
    const [holed] = partsOf(minus(boxRegion(0.1, 0.05, 2, 0.88), [boxRegion(0.7, 0.3, 0.6, 0.35)]));
    const { boards: cut } = boarded(holed!, { ...boards, tongue: 0 });
    expect(cut.reduce((sum, b) => sum + netArea(b.part), 0)).toBeCloseTo(2 * 0.88 - 0.6 * 0.35, 9);
    expect(cut.length).toBeGreaterThan(10);
  });
  it('of more than a board where nothing bears them are parted evenly', () => {
    const { boards: cut } = boarded(whole(0, 0, 3, 0.088), { ...boards, borne: [] });
    expect(cut.map(b => boxOf(b.part.outline).width)).toEqual([1.5, 1.5].map(v => expect.closeTo(v, 9)));
  });
});
