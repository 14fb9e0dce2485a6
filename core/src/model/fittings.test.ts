import { describe, expect, it } from 'vitest';
import { demoDesigns } from '../demo/index.ts';
import { makeLibrary } from '../materials/index.ts';
import { checkDesign } from './check.ts';
import { measured } from './measurement.ts';
import { merge } from './merge.ts';
import type { Design } from './types.ts';

const library = makeLibrary();
const perigee = demoDesigns(library)[0]!;
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
      'a tap test',
      (d: Design) => {
        d.ready.taps[0]!.id = 'Z1';
      },
      '/ready/taps/0/id',
    ],
    [
      'a flag',
      (d: Design) => {
        d.ready.flags[0]!.id = 'Z1';
      },
      '/ready/flags/0/id',
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
  const flagged = (d: Design, id: string): Design => ({
    ...d,
    ready: { ...d.ready, flags: [...d.ready.flags, { id, note: '' }] },
  });
  const spot = (d: Design, step: 'rinse' | 'dry'): Design => ({
    ...d,
    ready: {
      ...d.ready,
      rust: d.ready.rust.map(r =>
        r.id === 'rust1' ? { ...r, done: [...r.done, { step, at: '2026-10-01T10:00:00Z' }] } : r,
      ),
    },
  });
  it('each keeps what the other noted elsewhere', () => {
    const { merged, conflicts } = merge(perigee, flagged(perigee, 'L1w'), spot(perigee, 'rinse'));
    expect(conflicts).toEqual([]);
    expect(merged.ready.flags.map(f => f.id)).toContain('L1w');
    expect(merged.ready.rust.find(r => r.id === 'rust1')!.done).toHaveLength(3);
  });
  it('are asked when both changed the same spot', () => {
    const { conflicts } = merge(perigee, spot(perigee, 'rinse'), spot(perigee, 'dry'));
    expect(conflicts).toEqual(['ready.rust.rust1.done']);
  });
  it('and agree at once when they noted the same', () => {
    const { conflicts } = merge(perigee, flagged(perigee, 'L1w'), flagged(perigee, 'L1w'));
    expect(conflicts).toEqual([]);
  });
  it('a size measured in one window and a bay flagged in the other both stay', () => {
    const mine = structuredClone(perigee);
    mine.shell.zones[1]!.bays[0]!.depthMax = measured(0.091, '91');
    const { merged, conflicts } = merge(perigee, mine, flagged(perigee, 'L2w'));
    expect(conflicts).toEqual([]);
    expect(merged.shell.zones[1]!.bays[0]!.depthMax.value).toBe(0.091);
    expect(merged.ready.flags.some(f => f.id === 'L2w')).toBe(true);
  });
});
