import { describe, expect, it } from 'vitest';
import { library, perigee } from '../../testing/index.ts';
import { checkDesign } from '../check.ts';
import { measured } from '../measurement.ts';
import type { Design } from '../types.ts';
import { merge } from './merge.ts';

const broken = (change: (d: Design) => void) => {
  const copy = structuredClone(perigee);
  change(copy);
  return checkDesign(copy, library);
};

describe('what hangs on bays must name bays that are there', () => {
  it.each([
    [
      'a rust spot',
      (d: Design) => {
        d.ready.rust[0]!.bay = 'Z1';
      },
      '/ready/rust/0/bay',
    ],
    [
      'a hole',
      (d: Design) => {
        d.ready.holes[0]!.bay = 'Z1';
      },
      '/ready/holes/0/bay',
    ],
    [
      'a hole’s opening',
      (d: Design) => {
        d.ready.holes[0]!.opening = 'W-none';
      },
      '/ready/holes/0/opening',
    ],
    [
      'the variant being built',
      (d: Design) => {
        d.built = 'z';
      },
      '/built',
    ],
    [
      'a zone of use',
      (d: Design) => {
        d.shell.uses[0]!.zone = 'Z';
      },
      '/shell/uses/0/zone',
    ],
  ])('%s', (_, change, path) => {
    expect(broken(change).map(m => m.path)).toEqual([path]);
  });
  it('a keep-clear, in its own zone', () => {
    const mistakes = broken(d => {
      d.shell.zones.find(z => z.id === 'L')!.keepClears[0]!.bay = 'R4w';
    });
    expect(mistakes[0]!.path).toMatch(/keepClears\/0\/bay$/);
  });
  it('and a pocket that holds something stays empty', () => {
    const mistakes = broken(d => {
      d.shell.zones.find(z => z.id === 'L')!.pockets.find(p => p.kind === 'sill')!.fill = true;
    });
    expect(mistakes[0]!.message).toContain('must stay empty');
  });
});

describe('two people making one van ready', () => {
  const spotted = (d: Design, id: string, note = ''): Design => ({
    ...d,
    ready: {
      ...d.ready,
      rust: [
        ...d.ready.rust.filter(r => r.id !== id),
        { id, bay: 'L1w', size: measured(0.02, '20'), grade: 'surface', note },
      ],
    },
  });
  it('each keeps what the other found elsewhere', () => {
    const { merged, conflicts } = merge(perigee, spotted(perigee, 'mine'), spotted(perigee, 'theirs'));
    expect(conflicts).toEqual([]);
    expect(
      merged.ready.rust
        .map(r => r.id)
        .slice(-2)
        .sort(),
    ).toEqual(['mine', 'theirs']);
  });
  it('are asked when both changed the same spot, and agree at once when they did it alike', () => {
    const base = spotted(perigee, 'spot');
    const both = (a: string, b: string) =>
      merge(base, spotted(base, 'spot', a), spotted(base, 'spot', b)).conflicts;
    expect(both('deep', 'shallow').map(c => c.path)).toEqual([['ready', 'rust', 'spot', 'note']]);
    expect(both('deep', 'deep')).toEqual([]);
  });
  it('a size measured in one window and a spot found in the other both stay', () => {
    const mine = structuredClone(perigee);
    mine.shell.zones[1]!.bays[0]!.depthMax = measured(0.091, '91');
    const { merged, conflicts } = merge(perigee, mine, spotted(perigee, 'theirs'));
    expect(conflicts).toEqual([]);
    expect(merged.shell.zones[1]!.bays[0]!.depthMax.value).toBe(0.091);
    expect(merged.ready.rust.some(r => r.id === 'theirs')).toBe(true);
  });
});
