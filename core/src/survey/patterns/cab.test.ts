import { describe, expect, it } from 'vitest';
import { inCab, measured, type Shell } from '../../model/index.ts';
import { setBay, setMaster } from '../edits/edit.ts';
import { closure } from '../layout/closure.ts';
import { layoutShell } from '../layout/layout.ts';
import { walkingOrder } from '../layout/walk.ts';
import { BODY_SLACK, bodyClosure } from './body.ts';
import { withCab, withFrames, withFront } from './cab.ts';
import { generateShell } from './generate.ts';
import { patterns } from './patterns.ts';

const long = generateShell('long high-roof');
const without = (shell: Shell, keep: (z: Shell['zones'][number]) => boolean): Shell => ({
  ...shell,
  zones: shell.zones.filter(keep),
});

describe('the whole body', () => {
  it.each(patterns.map(p => p.name))(
    '%s: zones add up to load space and cab within 3 hundredths, and each closes',
    name => {
      const shell = generateShell(name);
      const found = bodyClosure(shell);
      expect(found.map(c => c.of)).toEqual(['load space', 'cab']);
      for (const c of found) expect(Math.abs(c.missing), c.of).toBeLessThan(BODY_SLACK);
      for (const zone of shell.zones) expect(closure(zone).worst, zone.id).toBeCloseTo(0, 9);
    },
  );
  it('stays so when the load floor is measured longer', () => {
    for (const c of bodyClosure(setMaster(long, 'length', measured(3.4, '3.4 m'))))
      expect(Math.abs(c.missing), c.of).toBeLessThan(BODY_SLACK);
  });
  it('misses about two and a half square metres without frames, as a long van has (by hand)', () => {
    const [load] = bodyClosure(without(long, z => z.kind !== 'frame'));
    // 2 x 3.27 x (1.78 + 1.91) + 1.78 x 1.91, and what stands over the cab; roof, walls and doors leave this.
    expect(load!.body).toBeCloseTo(2 * 3.27 * (1.78 + 1.91) + 1.78 * 1.91 + 1.78 * (1.91 - 1.45), 6);
    expect(load!.missing * load!.body).toBeGreaterThan(2);
    expect(load!.missing * load!.body).toBeLessThan(3);
    expect(load!.missing).toBeGreaterThan(BODY_SLACK);
    expect(withFrames(without(long, z => z.kind !== 'frame')).zones.filter(z => z.kind === 'frame')).toEqual(
      long.zones.filter(z => z.kind === 'frame'),
    );
  });
  it('a cab is added once, with its glass, and is as large as such cabs are (common practice, no source)', () => {
    const { cab: _, ...old } = without(long, z => !inCab(z.kind));
    expect(bodyClosure(old).map(c => c.of)).toEqual(['load space']);
    const again = withCab(old);
    expect(again.cab).toEqual(long.cab);
    expect(withCab(again)).toBe(again);
    const glass = again.zones
      .filter(z => inCab(z.kind))
      .flatMap(z => z.openings.map(o => [z.kind, o.width.value * o.height.value] as const));
    const of = (kind: string) => glass.filter(g => g[0] === kind).map(g => g[1]);
    expect(of('windscreen')[0]).toBeGreaterThan(1.2);
    expect(of('windscreen')[0]).toBeLessThan(1.6);
    for (const side of of('cab door')) expect(Math.abs(side - 0.45)).toBeLessThan(0.08);
  });
  it('is walked, drawn and measured: every bay of the cab in the round and on the sheet, none over another', () => {
    const ids = long.zones.flatMap(z => z.bays.map(b => b.id)).sort();
    expect(
      walkingOrder(long)
        .map(w => w.bay.id)
        .sort(),
    ).toEqual(ids);
    const { zones, width, height } = layoutShell(long);
    expect(zones.flatMap(z => z.bays.map(b => b.bay.id)).sort()).toEqual(ids);
    for (const [i, a] of zones.entries()) {
      expect(a.x + a.width).toBeLessThanOrEqual(width + 1e-9);
      expect(a.y + a.height).toBeLessThanOrEqual(height + 1e-9);
      for (const b of zones.slice(i + 1)) {
        const apart =
          a.x + a.width <= b.x + 1e-9 ||
          b.x + b.width <= a.x + 1e-9 ||
          a.y + a.height <= b.y + 1e-9 ||
          b.y + b.height <= a.y + 1e-9;
        expect(apart, `${a.zone.id} ${b.zone.id}`).toBe(true);
      }
    }
    const edited = setBay(long, 'K1w', 'height', measured(0.7, '700'));
    expect(edited.ok && closure(edited.shell.zones.find(z => z.id === 'K1')!).worst).toBeCloseTo(-0.024, 3);
  });
  it('a bulkhead closes the passage once, as large as it is', () => {
    const shut = withFront(long, 'bulkhead');
    const [zone, ...more] = shut.zones.filter(z => z.kind === 'bulkhead');
    expect(more).toEqual([]);
    expect(zone!.length.value * zone!.height.value).toBeCloseTo(1.45 * 1.3, 9);
    expect(withFront(shut, 'bulkhead').zones).toEqual(shut.zones);
    expect(withFront(long, 'thin curtain').zones).toBe(long.zones);
  });
  it('added to a shell that has its names already, it takes others', () => {
    const { cab: _, ...old } = without(long, z => !inCab(z.kind) && z.kind !== 'frame');
    const zones = old.zones.map((z, i) =>
      i === 0 ? { ...z, id: 'V', bays: z.bays.map((b, k) => (k === 0 ? { ...b, id: 'K1u' } : b)) } : z,
    );
    const made = withFrames(withCab({ ...old, zones }));
    const ids = made.zones.flatMap(z => [z.id, ...z.bays.map(b => b.id)]);
    expect(new Set(ids.filter(id => id !== 'A1' && id !== 'A2')).size).toBe(
      ids.filter(id => id !== 'A1' && id !== 'A2').length,
    );
    for (const z of made.zones)
      for (const o of z.openings)
        expect(
          z.bays.some(b => b.id === o.bay),
          o.id,
        ).toBe(true);
    const id = /^[A-Za-z0-9][A-Za-z0-9._-]*$/;
    for (const name of ids) expect(name).toMatch(id);
  });
});
