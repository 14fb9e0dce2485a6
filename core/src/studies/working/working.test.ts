import { describe, expect, it } from 'vitest';
import { applySchool } from '../../buildup/index.ts';
import { evaluate } from '../../evaluate/evaluate.ts';
import { bayResult, bayResults, worstBay } from '../../evaluate/index.ts';
import { payFor, USUAL_PAY } from '../../order/pipeline/index.ts';
import { laid, library, perigee } from '../../testing/index.ts';
import {
  bayWorking,
  costWorking,
  dampWorking,
  headroomWorking,
  heatWorking,
  hoursWorking,
  lossInWind,
  massWorking,
} from './headline.ts';
import { apply, WorkingBuilder } from './working.ts';

const e = laid(perigee);
const paid = payFor(perigee!.shell, perigee!.variants[0]!.design, library, USUAL_PAY);

describe('operations', () => {
  it.each([
    ['sum', [1, 2, 3.5], 6.5],
    ['sum', [], 0],
    ['product', [2, 3, 4], 24],
    ['quotient', [7, 2], 3.5],
    ['difference', [10, 3, 2], 5],
    ['max', [-3, 2, 1], 2],
    ['max', [], 0],
    ['reciprocal', [4], 0.25],
    ['decibel', [0.1], -10],
  ] as const)('%s of %j', (op, values, expected) => expect(apply(op, [...values])).toBe(expected));

  it('build on the steps they name', () => {
    const w = new WorkingBuilder();
    const d = w.given('d', 0.04, 'm', 'measured');
    const lambda = w.given('lambda', 0.02, 'W/mK', 'library', 'a sheet');
    const r = w.step('R', 'quotient', [d, lambda], 'm²K/W');
    expect(w.steps.find(s => s.id === r)).toMatchObject({ value: 2, of: [d, lambda], basis: 'computed' });
    expect(w.steps[1]).toMatchObject({ source: 'a sheet', basis: 'library' });
  });
});

describe('every working', () => {
  const worst = worstBay(e)!;
  const all = [
    massWorking(e, library),
    costWorking(paid),
    hoursWorking(paid),
    heatWorking(e),
    headroomWorking(e, perigee!),
    dampWorking(e, worst, perigee!, library),
    bayWorking(worst, perigee!, library),
  ];

  it.each(all.map(w => [w.title, w] as const))(
    '%s: names only earlier steps, has a result, units and notes',
    (_, w) => {
      const seen = new Set<string>();
      for (const step of w.steps) {
        for (const id of step.of) expect(seen.has(id)).toBe(true);
        expect(Number.isNaN(step.value)).toBe(false);
        expect(step.label.length).toBeGreaterThan(0);
        seen.add(step.id);
      }
      expect(seen.has(w.result)).toBe(true);
      expect(w.notes.length).toBeGreaterThan(0);
    },
  );

  it('tells what wind the loss is for, and what it is in others', () => {
    expect(lossInWind(e, 4) / e.heat.loss).toBeCloseTo(1, 2);
    const [still, driving] = [lossInWind(e, 0), lossInWind(e, 25)];
    expect(still).toBeLessThan(e.heat.loss);
    expect(driving).toBeGreaterThan(e.heat.loss);
    const note = heatWorking(e).notes.at(-1)!;
    expect(note).toMatch(/wind of about 4 m\/s/);
    expect(note).toContain(`${still.toFixed(0)} W/K`);
    expect(note).toContain(`${driving.toFixed(0)} W/K`);
  });

  it('tells measured from assumed sizes', () => {
    const bases = new Set(heatWorking(e).steps.map(s => s.basis));
    expect(bases).toContain('measured');
    expect(bases).toContain('assumed');
  });

  it('tells that a bay’s damp and U-value rest on depths, and damp on joints and holes, not yet measured', () => {
    const bases = (id: string) => {
      const bay = bayResult(e, id);
      return [dampWorking(e, bay, perigee!, library), bayWorking(bay, perigee!, library)].map(
        w => w.steps.filter(s => s.basis === 'assumed').length,
      );
    };
    // Two depths; the joints' width, and holes that nobody looked for.
    expect(bases('S1w')).toEqual([4, 2]);
    // Its holes are taken to be those of the bay that was looked at.
    expect(bases('L3u')).toEqual([2, 0]);
    expect(bases('L1u')).toEqual([1, 0]);
  });

  it('gives the source of library values', () => {
    for (const s of massWorking(e, library).steps)
      if (s.basis === 'library') expect(s.source).toMatch(/from memory/);
  });

  it('says so for a bare bay', () => {
    const bareVan = evaluate(perigee!, { buildUps: [], zones: {}, bays: {}, sheets: {} }, library);
    expect(dampWorking(bareVan, bayResult(bareVan, 'L3u'), perigee!, library).notes).toEqual([
      'This bay is bare.',
    ]);
    const u = bayWorking(bayResult(bareVan, 'L3u'), perigee!, library);
    expect(u.steps.find(s => s.id === u.result)!.value).toBeCloseTo(1 / 0.170016, 4);
  });

  it('holds for every school on every bay’s damp', () => {
    for (const school of ['fibre-open', 'mixed']) {
      const result = evaluate(perigee!, applySchool(perigee!.shell, school, library), library);
      for (const bay of bayResults(result)) {
        if (!bay.moisture) continue;
        const w = dampWorking(result, bay, perigee!, library);
        expect(w.steps.find(s => s.id === w.result)!.value).toBeCloseTo(bay.moisture!.peak * 1000, 9);
        expect(w.steps.find(s => s.unit === 'days')!.value).toBeCloseTo(bay.moisture!.daysToDry, 3);
      }
    }
  });
});
