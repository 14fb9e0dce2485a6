import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoDesigns } from '../../demo/index.ts';
import { makeLibrary } from '../../materials/index.ts';
import { assumed, findBay, measured, type PatternName } from '../../model/index.ts';
import { setBay, setMaster, setOpening } from '../edits/edit.ts';
import { removeOpening } from '../edits/topology.ts';
import { bayArea, measuredBays } from '../geometry/area.ts';
import { closure } from '../layout/closure.ts';
import { layoutShell } from '../layout/layout.ts';
import { generateShell } from './generate.ts';
import { patterns } from './patterns.ts';

const names = patterns.map(p => p.name);
const worst = (shell: ReturnType<typeof generateShell>) =>
  Math.max(...shell.zones.map(z => Math.abs(closure(z).worst)));

describe.each(names)('pattern %s', name => {
  const shell = generateShell(name);

  it('closes to 0 mm both ways in every zone', () => expect(worst(shell)).toBe(0));

  it('has unique ids and only assumed sizes', () => {
    const ids = shell.zones.flatMap(z => [
      z.id,
      ...z.bays.map(b => b.id),
      ...z.ribs.map(r => r.id),
      ...z.openings.map(o => o.id),
    ]);
    expect(new Set(ids).size).toBe(ids.length);
    expect(measuredBays(shell).measured).toBe(0);
  });

  it('lays out to scale: every bay as large as it is, none over another', () => {
    const layout = layoutShell(shell);
    const placed = layout.zones.flatMap(z => z.bays);
    expect(placed.length).toBe(shell.zones.flatMap(z => z.bays).length);
    for (const p of placed) expect(p.width * p.height).toBeCloseTo(p.bay.width.value * p.bay.height.value, 9);
    for (const [i, a] of placed.entries())
      for (const b of placed.slice(i + 1)) {
        const apart =
          a.x + a.width <= b.x + 1e-9 ||
          b.x + b.width <= a.x + 1e-9 ||
          a.y + a.height <= b.y + 1e-9 ||
          b.y + b.height <= a.y + 1e-9;
        expect(apart, `${a.bay.id} over ${b.bay.id}`).toBe(true);
      }
    for (const p of placed) expect(p.x + p.width).toBeLessThanOrEqual(layout.width + 1e-9);
    for (const p of placed) expect(p.y + p.height).toBeLessThanOrEqual(layout.height + 1e-9);
  });
});

describe('the long high-roof', () => {
  const shell = generateShell('long high-roof');
  it('has at least 60 bays', () =>
    expect(shell.zones.flatMap(z => z.bays).length).toBeGreaterThanOrEqual(60));

  it('subtracts openings from their bay', () => {
    const { zone, bay } = findBay(shell, 'C4b')!;
    expect(bayArea(zone, bay)).toBeCloseTo(bay.width.value * bay.height.value - 0.16, 9);
  });
});

describe('editing', () => {
  const shell = generateShell('long high-roof');
  const deep = (value: number) => setBay(shell, 'L3u', 'depthMax', measured(value, 'x'));

  it('moves an assumed shallowest with a measured deepest', () => {
    const edited = deep(0.03);
    if (!edited.ok) throw new Error(edited.message);
    expect(findBay(edited.shell, 'L3u')!.bay).toMatchObject({
      depthMin: { basis: 'assumed', value: 0.03 },
      depthMax: { value: 0.03 },
    });
  });

  it('refuses two measured depths that disagree and says what is accepted', () => {
    const edited = deep(0.05);
    if (!edited.ok) throw new Error(edited.message);
    const refused = setBay(edited.shell, 'L3u', 'depthMin', measured(0.06, '60'));
    expect(refused).toEqual({ ok: false, message: expect.stringContaining('at most that') });
  });

  it('refuses a window larger than its bay, and a bay smaller than its window', () => {
    const window = {
      id: 'W-1',
      bay: 'L4m',
      kind: 'window',
      width: assumed(2),
      height: assumed(0.4),
      glazing: 'glass',
    } as const;
    expect(setOpening(shell, window)).toMatchObject({
      ok: false,
      message: expect.stringContaining('does not fit bay L4m'),
    });
    const ok = setOpening(shell, { ...window, width: assumed(0.4) });
    if (!ok.ok) throw new Error(ok.message);
    expect(setBay(ok.shell, 'L4m', 'width', measured(0.3, '300'))).toMatchObject({ ok: false });
  });

  it('takes out an opening, and the hole that was to be made for it', () => {
    const design = demoDesigns(makeLibrary())[0]!;
    const without = removeOpening(design, 'W-C4b');
    if (!without.ok) throw new Error(without.message);
    expect(findBay(without.design.shell, 'C4b')!.zone.openings.map(o => o.id)).not.toContain('W-C4b');
    expect(without.design.ready.holes.map(h => h.id)).toEqual(['hole1', 'hole3', 'hole4']);
  });

  it('lets assumed windows follow the master sizes, and keeps a bay as large as the window measured in it', () => {
    const mid = generateShell('mid');
    const windowed = mid.zones.find(z => z.openings.length > 0)!.openings[0]!;
    const shorter = setMaster(mid, 'length', measured(2.2, '2200'));
    const { zone, bay } = findBay(shorter, windowed.bay)!;
    const shrunk = zone.openings.find(o => o.id === windowed.id)!;
    expect(shrunk.width.value).toBeLessThan(windowed.width.value);
    expect(shrunk.width.value).toBeLessThanOrEqual(bay.width.value);
    const real = setOpening(mid, { ...windowed, width: measured(windowed.width.value, 'x') });
    if (!real.ok) throw new Error(real.message);
    const held = findBay(setMaster(real.shell, 'length', measured(2.2, '2200')), windowed.bay)!;
    expect(held.bay.width.value).toBe(windowed.width.value);
    expect(Math.abs(closure(held.zone).worst)).toBeGreaterThan(0.0015);
  });

  it('says so for an unknown bay', () =>
    expect(setBay(shell, 'Z9', 'width', measured(1, '1 m')).ok).toBe(false));

  it('follows a new length, width and height and still closes', () => {
    const dimension = fc.constantFrom('length' as const, 'width' as const, 'height' as const);
    fc.assert(
      fc.property(
        fc.constantFrom(...(names as PatternName[])),
        dimension,
        fc.integer({ min: 80, max: 130 }),
        (name, field, percent) => {
          const start = generateShell(name);
          const value = Math.round(start[field].value * percent * 10) / 1000;
          const resized = setMaster(start, field, measured(value, `${value} m`));
          expect(resized[field].value).toBe(value);
          expect(worst(resized)).toBeLessThanOrEqual(0.0005);
        },
      ),
    );
  });

  it('never moves a measured size; the rest shares what is left', () => {
    const fixed = setBay(shell, 'L3u', 'width', measured(0.5, '500'));
    if (!fixed.ok) throw new Error(fixed.message);
    const resized = setMaster(fixed.shell, 'length', measured(3.31, '3.31 m'));
    expect(findBay(resized, 'L3u')!.bay.width.value).toBe(0.5);
    const row = resized.zones.find(z => z.id === 'L')!;
    expect(Math.abs(closure(row).along.find(a => a.strip === 3)!.error)).toBeLessThan(1e-9);
  });

  it('shows what does not reconcile as closure error', () => {
    const odd = setBay(shell, 'L3u', 'width', measured(0.45, '450'));
    if (!odd.ok) throw new Error(odd.message);
    const wall = odd.shell.zones.find(z => z.id === 'L')!;
    expect(closure(wall).worst).toBeCloseTo(findBay(shell, 'L3u')!.bay.width.value - 0.45, 6);
  });
});
