import { describe, expect, it } from 'vitest';
import { newDesign } from '../../buildup/index.ts';
import { checkDesign, type Design, measured, type Shell } from '../../model/index.ts';
import { grossArea } from '../geometry/area.ts';
import { outlineCentroid, roundCorners } from '../geometry/outline.ts';
import { closure } from '../layout/closure.ts';
import { addArch, archFromTemplate, archReadings, setArch } from './archZone.ts';
import { setShape } from './edit.ts';

const mm = (value: number) => measured(value / 1000, `${value}`);
const van = newDesign('Arches', 'mid');
const arch = (shell: Shell, id = 'A1') => shell.zones.find(z => z.id === id)!;
const bay = (shell: Shell, letter: string, id = 'A1') =>
  arch(shell, id).bays.find(b => b.id === `${id}${letter}`)!;
const shellOf = (e: ReturnType<typeof setArch>): Shell => {
  if (!e.ok) throw new Error(e.message);
  return e.shell;
};

describe('a wheel arch by its few sizes', () => {
  it('is developed as a half cylinder when its shoulders are as round as they can be: a strip of pi r', () => {
    const r = 0.31;
    const sizes = { length: mm(620), width: mm(240), height: mm(310), radius: mm(310) };
    const shell = shellOf(setArch(van.shell, 'A1', sizes));
    const strip = ['f', 't', 'r'].reduce((sum, l) => sum + bay(shell, l).width.value, 0);
    expect(strip).toBeCloseTo(Math.PI * r, 3);
    expect(bay(shell, 't').width.value).toBe(0);
    // Its face is the half disc.
    expect(grossArea(bay(shell, 's'))).toBeCloseTo((Math.PI * r * r) / 2, 6);
    expect(arch(shell).length.value).toBeCloseTo(strip, 9);
    expect(Math.abs(closure(arch(shell)).worst)).toBeLessThan(1e-9);
    expect(bay(shell, 'f').width).toMatchObject({ basis: 'measured', entered: 'from the arch' });
  });

  it('keeps its pieces’ names, reads back what was put in, and refuses shoulders that cannot be', () => {
    const shell = shellOf(setArch(van.shell, 'A1', { height: mm(350) }));
    expect(arch(shell).bays.map(b => b.id)).toEqual(arch(van.shell).bays.map(b => b.id));
    expect(archReadings(arch(shell))).toMatchObject({ height: mm(350), width: { basis: 'assumed' } });
    expect(setArch(van.shell, 'A1', { radius: mm(900) })).toMatchObject({
      ok: false,
      message: expect.stringContaining('at most'),
    });
    expect(setArch(van.shell, 'L', { radius: mm(100) })).toMatchObject({ ok: false });
  });

  it('is added where the pattern has none, and says what of the floor it covers', () => {
    const box = newDesign('Box', 'box body');
    const sizes = { length: mm(780), width: mm(200), height: mm(330), radius: mm(150) };
    const added = addArch(box, 'right', mm(1900), sizes);
    if (!added.ok) throw new Error(added.message);
    expect(checkDesign(added.design, { has: () => true })).toEqual([]);
    expect(arch(added.design.shell)).toMatchObject({ kind: 'arch', side: 'right', offset: { value: 1.9 } });
    expect(added.said![0]).toContain('right');
  });

  it('is developed from the template of its face: the strip is as long as the outline over it', () => {
    const outlined = setShape(van.shell, 'A1s', {
      cornerRadius: null,
      outline: {
        by: 'corners',
        points: (
          [
            [0, 0],
            [700, 0],
            [700, 180],
            [580, 340],
            [120, 340],
            [0, 180],
          ] as const
        ).map(([along, up]) => ({ along: mm(along), up: mm(up) })),
      },
    });
    const shell = shellOf(archFromTemplate(shellOf(outlined), 'A1'));
    const slope = Math.hypot(120, 160) / 1000;
    expect(bay(shell, 'f').width.value).toBeCloseTo(0.18 + slope, 4);
    expect(bay(shell, 'r').width.value).toBeCloseTo(0.18 + slope, 4);
    expect(bay(shell, 't').width.value).toBeCloseTo(0.46, 4);
    // It hangs from its strip now, the floor at the far edge, and is not turned a second time.
    expect(grossArea(bay(shell, 's'))).toBeCloseTo(grossArea(bay(shellOf(outlined), 's')), 9);
    const again = shellOf(archFromTemplate(shell, 'A1'));
    expect(bay(again, 's')).toEqual(bay(shell, 's'));
    expect(bay(again, 'f').width.value).toBeCloseTo(bay(shell, 'f').width.value, 4);
    expect(archFromTemplate(van.shell, 'A2')).toMatchObject({ ok: false });
    // The template gives its shape; how far it reaches in is still read.
    const wider = shellOf(setArch(shell, 'A1', { width: mm(250) }));
    expect(bay(wider, 't').height).toEqual(mm(250));
    expect(bay(wider, 's')).toEqual(bay(shell, 's'));
    expect(setArch(shell, 'A1', { height: mm(300) })).toMatchObject({
      ok: false,
      message: expect.stringContaining('template'),
    });
  });
});

it('an outline by corners has the area of a step taken out, whichever way round it is read', () => {
  const corners: [number, number][] = [
    [0, 0],
    [500, 0],
    [500, 400],
    [200, 400],
    [200, 250],
    [0, 250],
  ];
  const area = (points: [number, number][]) => {
    const d: Design = van;
    const shaped = setShape(d.shell, 'L3m', {
      outline: { by: 'corners', points: points.map(([a, u]) => ({ along: mm(a), up: mm(u) })) },
    });
    return shaped.ok
      ? grossArea(shaped.shell.zones.flatMap(z => z.bays).find(b => b.id === 'L3m')!)
      : shaped.message;
  };
  // 0.5 x 0.4 less 0.2 x 0.15.
  expect(area(corners)).toBeCloseTo(0.17, 9);
  expect(area([...corners].reverse())).toBeCloseTo(0.17, 9);
  const [a, b, c, ...rest] = corners as [
    [number, number],
    [number, number],
    [number, number],
    ...[number, number][],
  ];
  expect(area([a, c, b, ...rest])).toContain('crosses');
});

it('a template of many readings keeps its feet and its length: a half disc read every 5 mm', () => {
  const r = 0.3;
  const points = Array.from({ length: 39 }, (_, i) => {
    const x = (r * (1 - Math.cos((Math.PI * i) / 38))) as number;
    return { at: measured(x, '-'), offset: measured(Math.sqrt(Math.max(0, x * (2 * r - x))), '-') };
  });
  const shaped = setShape(van.shell, 'A1s', {
    cornerRadius: null,
    rounded: null,
    outline: { by: 'offsets', points },
  });
  const shell = shellOf(archFromTemplate(shellOf(shaped), 'A1'));
  const strip = ['f', 't', 'r'].reduce((sum, l) => sum + bay(shell, l).width.value, 0);
  // Chords of 38 parts: pi r less a thousandth.
  expect(strip / (Math.PI * r)).toBeGreaterThan(0.998);
  expect(strip / (Math.PI * r)).toBeLessThan(1);
});

describe('the middle of an outline', () => {
  it('of an L is the mean of its two rectangles by area; of a rounded square its middle', () => {
    const l = [
      [0, 0],
      [0.5, 0],
      [0.5, 0.4],
      [0.2, 0.4],
      [0.2, 0.25],
      [0, 0.25],
    ].map(([x, y]) => ({ x: x!, y: y! }));
    // 0.5 x 0.25 below, 0.3 x 0.15 above it at the rear.
    const [a, b] = [0.125, 0.045];
    const c = outlineCentroid(l);
    expect(c.x).toBeCloseTo((a * 0.25 + b * 0.35) / (a + b), 9);
    expect(c.y).toBeCloseTo((a * 0.125 + b * 0.325) / (a + b), 9);
    const square = roundCorners(
      [
        { x: 0, y: 0 },
        { x: 0.4, y: 0 },
        { x: 0.4, y: 0.4 },
        { x: 0, y: 0.4 },
      ],
      0.1,
    );
    if (!square.ok) throw new Error(square.message);
    expect(outlineCentroid(square.outline).x).toBeCloseTo(0.2, 6);
  });
});
