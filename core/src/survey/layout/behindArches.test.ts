import { describe, expect, it } from 'vitest';
import { assumed, type Shell } from '../../model/index.ts';
import { bayArea } from '../geometry/area.ts';
import { generateShell } from '../patterns/generate.ts';
import { patterns } from '../patterns/patterns.ts';
import { behindArches } from './behindArches.ts';

const total = (shell: Shell) => [...behindArches(shell).values()].reduce((a, b) => a + b, 0);

describe('the wall behind a wheel arch', () => {
  it('is as large as the arch’s inner face, shoulders rounded, less the ribs in it, once on either side, in every body that has arches', () => {
    for (const p of patterns) {
      const shell = generateShell(p.name);
      const hidden = behindArches(shell);
      if (!p.arches) {
        expect(hidden.size, p.name).toBe(0);
        continue;
      }
      const face = shell.zones.find(z => z.kind === 'arch')!.bays.find(b => b.strip === 2 && !b.outline)!;
      const ribs = (p.arches.to - p.arches.from) * (p.rib / 1000);
      const rounded = (2 - Math.PI / 2) * face.cornerRadius!.value ** 2;
      const each = (face.width.value - ribs) * face.height.value - rounded;
      expect(total(shell), p.name).toBeCloseTo(2 * each, 3);
      for (const z of shell.zones)
        for (const b of z.bays) expect(hidden.get(b.id) ?? 0).toBeLessThanOrEqual(bayArea(z, b) + 1e-9);
    }
  });
  it('follows an arch that was surveyed elsewhere, and where none was, where the floor narrows', () => {
    const shell = generateShell('long high-roof');
    const moved = (at: number): Shell => ({
      ...shell,
      zones: shell.zones.map(z => (z.kind === 'arch' ? { ...z, offset: assumed(at) } : z)),
    });
    expect(total(moved(0))).toBeCloseTo(total(shell), 2);
    expect([...behindArches(moved(0.5)).keys()]).toContain('L2w');
    expect([...behindArches(moved(0.5)).keys()]).not.toContain('L6w');
  });
});
