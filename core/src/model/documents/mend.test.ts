import { describe, expect, it } from 'vitest';
import { demoDesigns } from '../../demo/index.ts';
import { library } from '../../testing/index.ts';
import { checkDesign } from '../check.ts';
import { measured } from '../measurement.ts';
import { mend } from '../mend.ts';
import type { Design, Zone } from '../types.ts';
import { merge } from './merge.ts';

const base = demoDesigns(library)[0]!;
const changed = (change: (d: Design) => void): Design => {
  const copy = structuredClone(base);
  change(copy);
  return copy;
};
const zone = (d: Design, id: string): Zone => d.shell.zones.find(z => z.id === id)!;
const mm = (value: number) => measured(value / 1000, String(value));

/** Both windows' changes together, mended; what comes out must be sound. */
function both(mine: (d: Design) => void, theirs: (d: Design) => void) {
  const [here, there] = [changed(mine), changed(theirs)];
  const { merged } = merge(base, here, there);
  const mended = mend(merged, here, there);
  expect(checkDesign(mended.design, library)).toEqual([]);
  return { ...mended, merged };
}
const without = (id: string, bay: string) => (d: Design) => {
  const z = zone(d, id);
  z.bays = z.bays.filter(b => b.id !== bay);
  z.openings = z.openings.filter(o => o.bay !== bay);
  z.keepClears = z.keepClears.filter(k => k.bay !== bay);
  d.ready.holes = d.ready.holes.filter(h => h.bay !== bay);
  d.ready.rust = d.ready.rust.filter(r => r.bay !== bay);
};

describe('two windows’ changes kept together', () => {
  it('are left alone when they are sound', () => {
    const { said, design, merged } = both(
      d => {
        d.note = 'mine';
      },
      d => {
        d.brief.people = 4;
      },
    );
    expect([said, design === merged]).toEqual([[], true]);
  });

  it('what hangs on a bay that one took out goes with it, and is named', () => {
    const { said, design } = both(
      d => {
        d.ready.rust.push({ id: 'new', bay: 'L3m', size: mm(20), grade: 'surface', note: '' });
        d.variants[1]!.design.bays.L3m = null;
        zone(d, 'L').openings.push({
          id: 'W9',
          bay: 'L3m',
          kind: 'window',
          width: mm(100),
          height: mm(100),
          glazing: 'glass',
        });
      },
      without('L', 'L3m'),
    );
    expect(said).toEqual(['Opening W9 went with bay L3m.', 'Rust spot new went with bay L3m.']);
    expect(design.variants[1]!.design.bays).not.toHaveProperty('L3m');
  });

  it('a zone that both emptied between them keeps the bays of the other', () => {
    const [first, ...rest] = zone(base, 'H').bays.map(b => b.id);
    const { said, design } = both(
      d => rest.forEach(id => void without('H', id)(d)),
      d => without('H', first!)(d),
    );
    expect(said[0]).toContain('would have had no bay left');
    expect(zone(design, 'H').bays.map(b => b.id)).toEqual(rest);
  });

  it('variants: the last ones stay, and what is built is among them', () => {
    const { design } = both(
      d => {
        d.variants = d.variants.slice(0, 1);
      },
      d => {
        d.variants = d.variants.slice(1);
        d.built = 'b';
      },
    );
    expect(design.variants.map(v => v.id)).toEqual(['b', 'c']);
    expect(design.built).toBe('b');
  });

  it('an id given in two places is given anew, with what hangs on it', () => {
    const window = (bay: string) => ({
      id: 'W9',
      bay,
      kind: 'window' as const,
      width: mm(100),
      height: mm(100),
      glazing: 'glass' as const,
    });
    const { said, design } = both(
      d => void zone(d, 'L').openings.push(window('L3m')),
      d => void zone(d, 'R').openings.push(window('R3m')),
    );
    expect(said).toEqual(['Two openings were called W9: one is W9-2 now.']);
    expect(design.shell.zones.flatMap(z => z.openings.map(o => o.id))).toContain('W9-2');
  });

  it('depths that cross, and a window and its bay that do not go together, stand as one window had them', () => {
    const bay = (d: Design) => zone(d, 'R').bays.find(b => b.id === 'R6m')!;
    const depths = both(
      d => {
        bay(d).depthMin = mm(60);
      },
      d => {
        bay(d).depthMin = mm(20);
        bay(d).depthMax = mm(50);
      },
    );
    const { depthMin, depthMax } = bay(depths.design);
    expect([depthMin.value, depthMax.value]).toEqual([0.06, bay(base).depthMax.value]);
    const host = bay(base);
    const sizes = both(
      d =>
        void zone(d, 'R').openings.push({
          id: 'W9',
          bay: 'R6m',
          kind: 'window',
          width: measured(host.width.value, 'x'),
          height: mm(100),
          glazing: 'glass',
        }),
      d => {
        bay(d).width = measured(host.width.value - 0.1, 'y');
      },
    );
    expect(sizes.said.join()).toContain('do not go together');
    expect(bay(sizes.design).width.value).toBe(host.width.value);
  });

  it('a build-up that one took out is not asked for any more', () => {
    const { id } = base.variants[0]!.design.buildUps[0]!;
    const { design } = both(
      d => {
        d.variants[0]!.design.bays.L3m = id;
      },
      d => {
        const placed = d.variants[0]!.design;
        placed.buildUps = placed.buildUps.filter(b => b.id !== id);
        for (const [place, given] of Object.entries(placed.zones))
          if (given === id) placed.zones[place] = null;
      },
    );
    expect(design.variants[0]!.design.bays).not.toHaveProperty('L3m');
  });

  it('a screen put up here at a window that is taken out there goes with it', () => {
    const window = base.shell.zones.flatMap(z => z.openings)[0]!;
    const { design } = both(
      d => {
        d.variants[0]!.design.screens = { [window.id]: true };
      },
      d => {
        for (const z of d.shell.zones) z.openings = z.openings.filter(o => o.id !== window.id);
        for (const v of d.variants) {
          delete v.design.screens?.[window.id];
          delete v.baseline.design.screens?.[window.id];
        }
        d.ready.holes = d.ready.holes.filter(h => h.opening !== window.id);
      },
    );
    expect(design.variants[0]!.design.screens).toEqual({});
  });

  it('a pocket filled here that holds a drain there stays empty', () => {
    const pocket = (d: Design) => zone(d, 'L').pockets.find(p => p.kind === 'rib')!;
    const { design } = both(
      d => {
        pocket(d).fill = true;
      },
      d => {
        pocket(d).holds = 'drain';
        pocket(d).fill = false;
      },
    );
    expect(pocket(design)).toMatchObject({ holds: 'drain', fill: false });
  });
});
