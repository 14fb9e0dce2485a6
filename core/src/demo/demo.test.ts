import { describe, expect, it } from 'vitest';
import { newDesign } from '../buildup/index.ts';
import { evaluate } from '../evaluate/evaluate.ts';
import { worstBay } from '../evaluate/index.ts';
import { inCab } from '../model/index.ts';
import { measuredBays } from '../survey/geometry/index.ts';
import { closure } from '../survey/layout/index.ts';
import { patterns } from '../survey/patterns/index.ts';
import { laid, library, perigee, sandpiper } from '../testing/index.ts';

describe('Perigee', () => {
  it('is a long high-roof with a design night of -14 degC and three variants by different schools', () => {
    expect(perigee!.shell.pattern).toBe('long high-roof');
    expect(perigee!.brief.designNight).toBe(-14);
    expect(new Set(perigee!.variants.map(v => v.school)).size).toBe(3);
  });
  it('is half measured and closes', () => {
    const { measured, total } = measuredBays(perigee!.shell);
    expect(measured).toBeGreaterThan(total / 3);
    expect(measured).toBeLessThan(total);
    for (const zone of perigee!.shell.zones) expect(Math.abs(closure(zone).worst)).toBeLessThan(0.0015);
  });
  it('shows the argument: no variant wins every column', () => {
    const results = perigee!.variants.map(v => evaluate(perigee!, v.design, library));
    const best = (pick: (e: (typeof results)[number]) => number) =>
      results.findIndex(e => pick(e) === Math.min(...results.map(pick)));
    const winners = [
      best(e => e.heat.loss),
      best(e => worstBay(e)!.moisture!.peak),
      best(e => worstBay(e)!.moisture!.daysToDry),
    ];
    expect(new Set(winners).size).toBe(3);
  });
});

describe('Sandpiper', () => {
  it('is a compact van for one, quiet first and light, within its payload and budget or flagged', () => {
    expect(sandpiper!.shell.pattern).toBe('compact');
    expect(sandpiper!.brief).toMatchObject({ people: 1, priorities: { quiet: 3, weight: 3 } });
    const e = laid(sandpiper);
    expect(e.load.mass).toBeLessThan(sandpiper!.brief.payload);
  });
});

it.each(patterns.map(p => p.name))('starts a new %s bare, with one variant', name => {
  const design = newDesign('New', name);
  const e = evaluate(design, design.variants[0]!.design, library);
  expect(e.load.mass).toBe(0);
  expect(e.damp.bareBays).toBe([...e.bays.values()].filter(b => !inCab(b.zone.kind)).length);
});
