import { describe, expect, it } from 'vitest';
import { newDesign } from '../../buildup/index.ts';
import { demoDesigns } from '../../demo/index.ts';
import { assumed, type Bay, checkDesign, type Design, findBay, measured } from '../../model/index.ts';
import { library } from '../../testing/index.ts';
import { inUnits } from '../../units/index.ts';
import { closure, sideDifferences } from '../layout/closure.ts';
import { foldShell } from '../layout/fold.ts';
import { layoutShell } from '../layout/layout.ts';
import { mirrorZone, twinOf } from '../layout/mirror.ts';
import { walkingOrder } from '../layout/walk.ts';
import { generateShell } from '../patterns/generate.ts';
import { patterns } from '../patterns/patterns.ts';
import { setBay, setShape } from './edit.ts';
import { setKeepClear, setPocket } from './fittings.ts';
import { movedBetween } from './names.ts';
import {
  addBay,
  addRib,
  deleteBays,
  mergeBays,
  moveBay,
  moveRib,
  type Reshaped,
  removeOpening,
  removeRib,
  rename,
  splitBay,
} from './topology.ts';

const start = () => structuredClone(demoDesigns(library)[0]!) as Design;
const done = (r: Reshaped): Design => {
  if (!r.ok) throw new Error(r.message);
  // Whatever is done to the shell, the whole design stays sound.
  expect(checkDesign(r.design, library)).toEqual([]);
  return r.design;
};
const wall = (d: Design, id = 'L') => d.shell.zones.find(z => z.id === id)!;
const area = (d: Design, id = 'L') =>
  wall(d, id).bays.reduce((s, b) => s + b.width.value * b.height.value, 0);

describe('splitting and merging', () => {
  it('across: the parts and the rail between them make the bay, and merging gives it back', () => {
    const before = start();
    const { height } = findBay(before.shell, 'L3m')!.bay;
    const split = splitBay(before, 'L3m', 'across', 0.2);
    const after = done(split);
    const part = split.ok ? split.id! : '';
    expect(findBay(after.shell, part)!.bay).toMatchObject({ station: 3, strip: 3 });
    expect(findBay(after.shell, 'L3u')!.bay.strip).toBe(4);
    expect(Math.abs(closure(wall(after)).across.find(a => a.station === 3)!.error)).toBeLessThan(0.0015);
    const merged = done(mergeBays(after, ['L3m', part]));
    expect(findBay(merged.shell, 'L3m')!.bay.height.value).toBeCloseTo(height.value, 9);
    expect(findBay(merged.shell, part)).toBeUndefined();
  });
  it('along: the parts lie beside each other without a rib, and the zone still closes', () => {
    const split = splitBay(start(), 'L3m', 'along', 0.15);
    const after = done(split);
    expect(Math.abs(closure(wall(after)).worst)).toBeLessThan(0.0015);
    const zone = layoutShell(after.shell).zones.find(z => z.zone.id === 'L')!;
    const [a, b] = ['L3m', split.ok ? split.id! : ''].map(id => zone.bays.find(x => x.bay.id === id)!);
    expect(b!.y).toBeCloseTo(a!.y + a!.height, 9);
  });
  it('a part takes over its bay’s own build-up in every variant', () => {
    const d = start();
    d.variants[0]!.design.bays.L3m = null;
    const split = splitBay(d, 'L3m', 'across', 0.2);
    const after = done(split);
    expect(after.variants[0]!.design.bays[split.ok ? split.id! : '']).toBeNull();
  });
  it('refuses what would leave a sliver, and bays that do not touch', () => {
    expect(splitBay(start(), 'L3m', 'across', 0.005)).toMatchObject({ ok: false });
    expect(mergeBays(start(), ['L3w', 'L3u'])).toMatchObject({
      ok: false,
      message: expect.stringContaining('touch'),
    });
    expect(mergeBays(start(), ['L3w', 'L4w'])).toMatchObject({
      ok: false,
      message: expect.stringContaining('rib'),
    });
  });
});

describe('ribs', () => {
  it('move without changing the length, and refuse to crush a bay or a window', () => {
    const moved = done(moveRib(start(), 'Lr3', 0.03));
    expect(Math.abs(closure(wall(moved)).worst)).toBeLessThan(0.0015);
    expect(moveRib(start(), 'Lr3', 2)).toMatchObject({
      ok: false,
      message: expect.stringContaining('narrower'),
    });
    expect(moveRib(start(), 'Cr3', 0.2)).toMatchObject({
      ok: false,
      message: expect.stringContaining('W-C4b'),
    });
  });
  it('moved beside a shaped bay leave its readings, and say what no longer agrees', () => {
    const d = start();
    const shaped = setShape(d.shell, 'L3m', {
      outline: {
        by: 'offsets',
        points: [
          { at: measured(0, '0'), offset: measured(0.4, '400') },
          { at: measured(0.42, '420'), offset: measured(0.52, '520') },
        ],
      },
    });
    if (!shaped.ok) throw new Error(shaped.message);
    const known = setBay(shaped.shell, 'L4m', 'width', measured(0.41, '410'));
    if (!known.ok) throw new Error(known.message);
    const before = { ...d, shell: known.shell };
    const moved = moveRib(before, 'Lr3', 0.03);
    const after = done(moved);
    const bay = (design: Design, id: string) => findBay(design.shell, id)!.bay;
    expect(bay(after, 'L3m')).toEqual(bay(before, 'L3m'));
    expect(bay(after, 'L4m').width).toEqual({ basis: 'assumed', value: 0.38, from: 'guess' });
    const said = moved.ok ? moved.said!.map(s => inUnits(s, 'metric')) : [];
    expect(said[0]).toBe(
      'L3m keeps its readings (offsets), which give 420 mm; the ribs leave 450 mm there now: take them again.',
    );
    expect(said[1]).toMatch(/^The measured widths of .*L4m \(410 mm\).* no longer agree/);
    const { worst } = closure(wall(after));
    expect(Math.abs(worst)).toBeGreaterThan(0.02);
  });
  it('added and taken out again leave the area as it was', () => {
    const before = start();
    const added = addRib(before, 'L', 3, 0.18);
    const after = done(added);
    expect(wall(after).bays).toHaveLength(wall(before).bays.length + 3);
    expect(Math.abs(closure(wall(after)).worst)).toBeLessThan(0.0015);
    const removed = done(removeRib(after, added.ok ? added.id! : ''));
    expect(area(removed)).toBeCloseTo(area(before), 9);
    expect(wall(removed).ribs.map(r => r.after)).toEqual(wall(before).ribs.map(r => r.after));
  });
  it('taking one out carries over what hung on the bays behind it', () => {
    const d = start();
    d.ready.rust = [{ ...d.ready.rust[0]!, bay: 'L4m' }];
    const removed = done(removeRib(d, 'Lr3'));
    expect(removed.ready.rust.map(r => r.bay)).toEqual(['L3m']);
    expect(findBay(removed.shell, 'L4m')).toBeUndefined();
    expect(findBay(removed.shell, 'L3m')!.bay.formerly).toEqual(['L4m']);
  });
});

describe('what was measured and logged of bays that become one', () => {
  const padded = (shares: Record<string, number>) => {
    const d = start();
    for (const bay of wall(d).bays) if (shares[bay.id] !== undefined) bay.pads = shares[bay.id]!;
    return d;
  };
  it('pads cover their share of the whole, and nothing is said of them where nobody looked', () => {
    const d = padded({ L5w: 0.3 });
    const [w, m] = ['L5w', 'L5m'].map(id => findBay(d.shell, id)!.bay) as [Bay, Bay];
    const merged = findBay(done(mergeBays(d, ['L5w', 'L5m'])).shell, 'L5w')!.bay;
    const area = (b: Bay) => b.width.value * b.height.value;
    expect(merged.pads).toBeCloseTo((0.3 * area(w)) / (area(w) + area(m)), 12);
    expect(findBay(done(mergeBays(start(), ['L5w', 'L5m'])).shell, 'L5w')!.bay.pads).toBeUndefined();
  });
  it('a part split off starts without the names the whole had', () => {
    const renamed = done(rename(start(), 'L3m', 'tall'));
    const split = splitBay(renamed, 'tall', 'across', 0.2);
    const after = done(split);
    expect(findBay(after.shell, 'tall')!.bay.formerly).toEqual(['L3m']);
    expect(findBay(after.shell, split.ok ? split.id! : '')!.bay.formerly).toBeUndefined();
  });
});

describe('moving, adding, deleting, renaming', () => {
  it('a bay changes places with its neighbour', () => {
    const moved = done(moveBay(start(), 'L3m', 'up'));
    expect(findBay(moved.shell, 'L3m')!.bay.strip).toBe(3);
    expect(findBay(moved.shell, 'L3u')!.bay.strip).toBe(2);
    expect(moveBay(start(), 'L1w', 'front')).toMatchObject({ ok: false });
  });
  it('a bay added stands on top of its station', () => {
    const added = addBay(start(), 'L', 3);
    const after = done(added);
    expect(findBay(after.shell, added.ok ? added.id! : '')!.bay.strip).toBe(4);
  });
  it('a deleted bay takes its window, hole and build-up with it', () => {
    const d = start();
    d.variants[0]!.design.bays.S2u = null;
    const after = done(deleteBays(d, ['S2u']));
    expect(after.ready.holes.some(h => h.bay === 'S2u')).toBe(false);
    expect(wall(after, 'S').openings).toHaveLength(0);
    expect('S2u' in after.variants[0]!.design.bays).toBe(false);
    expect(
      deleteBays(
        d,
        wall(d, 'H').bays.map(b => b.id),
      ),
    ).toMatchObject({ ok: false });
  });
  it('a new name goes wherever the old one stood; taken and unreadable ones are refused', () => {
    const d = start();
    d.variants[1]!.design.bays.C4b = null;
    const after = done(rename(d, 'C4b', 'over-galley'));
    expect(after.ready.holes.find(h => h.id === 'hole2')!.bay).toBe('over-galley');
    expect(after.variants[1]!.design.bays).toHaveProperty('over-galley');
    expect(findBay(after.shell, 'over-galley')!.bay.formerly).toEqual(['C4b']);
    const back = done(rename(after, 'over-galley', 'C4b'));
    expect(findBay(back.shell, 'C4b')!.bay.formerly).toEqual(['over-galley']);
    // Told of both ways, for what stands beside the design.
    expect([...movedBetween(d.shell, after.shell)]).toEqual([['C4b', 'over-galley']]);
    expect([...movedBetween(after.shell, d.shell)]).toEqual([['over-galley', 'C4b']]);
    expect(movedBetween(d.shell, done(deleteBays(d, ['L3m'])).shell).size).toBe(0);
    const window = done(rename(after, 'W-C4b', 'vent'));
    expect(window.ready.holes.find(h => h.id === 'hole2')!.opening).toBe('vent');
    expect(rename(d, 'C4b', 'L1w')).toMatchObject({ ok: false, message: expect.stringContaining('taken') });
    expect(rename(d, 'C4b', 'a b')).toMatchObject({ ok: false });
  });
});

describe('screens at windows', () => {
  const up = (): Design => {
    const design = start();
    for (const v of design.variants) {
      const ids = design.shell.zones.flatMap(z => z.openings.map(o => o.id));
      v.design.screens = Object.fromEntries(ids.map(id => [id, true]));
      v.baseline.design.screens = v.design.screens;
    }
    return design;
  };
  const screensOf = (design: Design) =>
    design.variants.map(v =>
      [v.design.screens, v.baseline.design.screens].map(s => Object.keys(s ?? {}).sort()),
    );
  const windows = (design: Design) => design.shell.zones.flatMap(z => z.openings.map(o => o.id)).sort();
  const all = (design: Design) => design.variants.map(() => [windows(design), windows(design)]);
  it('follow a window’s new name, and go with it and with its bay', () => {
    const design = up();
    const [first, second] = design.shell.zones.flatMap(z => z.openings);
    const renamed = done(rename(design, first!.id, 'W-new'));
    expect(windows(renamed)).toContain('W-new');
    expect(screensOf(renamed)).toEqual(all(renamed));
    const removed = done(removeOpening(renamed, 'W-new'));
    expect(screensOf(removed)).toEqual(all(removed));
    const bayGone = done(deleteBays(removed, [second!.bay]));
    expect(windows(bayGone)).not.toContain(second!.id);
    expect(screensOf(bayGone)).toEqual(all(bayGone));
  });
});

describe('the mirror', () => {
  it('copies what is not measured there, as assumed from the mirror, and names what differs', () => {
    const shell = generateShell('long high-roof');
    const edit = (s: typeof shell, id: string, depth: number) => ({
      ...s,
      zones: s.zones.map(z => ({
        ...z,
        bays: z.bays.map(b => (b.id === id ? { ...b, depthMax: measured(depth, 'x') } : b)),
      })),
    });
    const odd = edit(edit(shell, 'L4w', 0.081), 'R4w', 0.09);
    const left = edit(odd, 'L5w', 0.077);
    const { shell: after, copied, kept } = mirrorZone(left, 'L', 'R');
    expect(copied).toHaveLength(after.zones.find(z => z.id === 'R')!.bays.length);
    expect(findBay(after, 'R5w')!.bay.depthMax).toEqual({ basis: 'assumed', value: 0.077, from: 'mirror' });
    expect(findBay(after, 'R4w')!.bay.depthMax.value).toBe(0.09);
    expect(kept).toEqual([{ bay: 'R4w', field: 'depthMax', here: 0.09, there: 0.081 }]);
    expect(sideDifferences(left)).toEqual([
      { left: 'L4w', right: 'R4w', field: 'depthMax', difference: expect.closeTo(0.009, 9) },
    ]);
    expect(twinOf(after, after.zones.find(z => z.id === 'L')!, findBay(after, 'L5w')!.bay)!.id).toBe('R5w');
  });
});

describe('the mirror of what was split or merged on one side alone', () => {
  const design = newDesign('x', 'long high-roof');
  const twin = (d: typeof design, id: string) => {
    const { zone, bay } = findBay(d.shell, id)!;
    return twinOf(d.shell, zone, bay)?.id;
  };
  it('pairs no bay with one of another height, and puts no wrong size in', () => {
    expect(twin(design, 'L4u')).toBe('R4u');
    const split = splitBay(design, 'L4w', 'across', 0.2);
    if (!split.ok) throw new Error(split.message);
    const d = split.design;
    expect(twin(d, 'L4u')).toBe('R4u');
    expect(twin(d, 'L4m')).toBe('R4m');
    expect(twin(d, 'L4w')).toBeUndefined();
    const { shell: after } = mirrorZone(d.shell, 'L', 'R');
    for (const id of ['R4m', 'R4u', 'R4w'])
      expect(findBay(after, id)!.bay.height.value, id).toBe(findBay(design.shell, id)!.bay.height.value);
  });
  it('keeps the pairs beside a merge, and beside a rib put in', () => {
    const merged = mergeBays(design, ['L4m', 'L4u']);
    if (!merged.ok) throw new Error(merged.message);
    expect(twin(merged.design, 'L4w')).toBe('R4w');
    expect(twin(merged.design, 'L4m')).toBeUndefined();
    const ribbed = addRib(design, 'L', 3, 0.15);
    if (!ribbed.ok) throw new Error(ribbed.message);
    expect(twin(ribbed.design, 'L6u')).toBe('R6u');
    expect(twin(ribbed.design, 'L3u')).toBeUndefined();
  });
});

describe('shapes, pockets and keep-clears', () => {
  const shell = generateShell('mid');
  it('take width and height from an outline, and refuse one too small for its window', () => {
    const rows = (w: number) => ({
      by: 'widths' as const,
      flush: 'centre' as const,
      rows: [
        { at: measured(0, '0'), width: measured(w, 'w') },
        { at: measured(0.42, '420'), width: measured(w - 0.1, 'w') },
      ],
    });
    const shaped = setShape(shell, 'L2m', { outline: rows(0.5) });
    if (!shaped.ok) throw new Error(shaped.message);
    expect(findBay(shaped.shell, 'L2m')!.bay).toMatchObject({
      width: { value: 0.5 },
      height: { value: 0.42 },
    });
    expect(setShape(shell, 'L2m', { outline: rows(0.3) })).toMatchObject({ ok: false });
    const back = setShape(shaped.shell, 'L2m', { outline: null });
    expect(back.ok && findBay(back.shell, 'L2m')!.bay.outline).toBeUndefined();
  });
  it('never fill a pocket that holds a drain, belt reel, airbag or cables', () => {
    const sill = shell.zones.find(z => z.id === 'L')!.pockets.find(p => p.kind === 'sill')!;
    expect(setPocket(shell, 'L', { ...sill, fill: true })).toMatchObject({
      ok: false,
      message: expect.stringContaining('a drain'),
    });
    expect(setPocket(shell, 'L', { ...sill, holds: 'nothing', fill: true }).ok).toBe(true);
  });
  it('keep a keep-clear inside its bay', () => {
    const keep = shell.zones.find(z => z.id === 'L')!.keepClears[0]!;
    const at = { along: assumed(3), up: assumed(0.1) };
    expect(setKeepClear(shell, { ...keep, at })).toMatchObject({ ok: false });
  });
});

it.each(patterns.map(p => p.name))(
  '%s: walked round once, every bay once, and folded within its box',
  name => {
    const shell = generateShell(name);
    const bays = shell.zones.flatMap(z => z.bays.map(b => b.id)).sort();
    expect(
      walkingOrder(shell)
        .map(w => w.bay.id)
        .sort(),
    ).toEqual(bays);
    for (const { corners, zone } of foldShell(shell))
      for (const p of corners) {
        expect(Math.abs(p.y)).toBeLessThanOrEqual(shell.width.value / 2 + 1e-9);
        expect(p.z).toBeGreaterThanOrEqual(-1e-9);
        expect(p.z).toBeLessThanOrEqual(shell.height.value + 1e-9);
        expect(p.x).toBeLessThanOrEqual(shell.length.value + 0.02);
        expect(zone.kind).not.toBe('arch');
      }
  },
);

it('a new conversion by every pattern is sound', () => {
  for (const p of patterns) expect(checkDesign(newDesign('x', p.name), library)).toEqual([]);
});
