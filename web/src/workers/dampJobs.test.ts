import { evaluate, makeLibrary, stackHeight } from '@overcoat/core';
import { demoDesigns } from '@overcoat/core/demo';
import { expect, it } from 'vitest';
import { runDampJob } from './dampJobs.ts';

const library = makeLibrary();
const [design] = demoDesigns(library);
const shelf = { materials: [], prices: [] };

it('computes two years of a bay, and says what it could not', () => {
  const r = evaluate(design!, design!.variants[2]!.design, library).bays.get('L3m')!;
  const input = {
    shell: design!.shell,
    kind: r.zone.kind,
    bay: r.bay,
    buildUp: r.buildUp!,
    seamLength: r.moisture!.seamLength,
    height: stackHeight(r.zone, r.bay),
    absorptance: 0.6,
    years: 2,
  };
  const answer = runDampJob({ ...shelf, kind: 'years', design: design!, input });
  expect(answer.ok && answer.years!.hours).toBe(17_520);
  const layers = [{ id: 'x', role: 'fill' as const, material: 'moon-dust', thickness: 0.02 }];
  const failed = runDampJob({
    ...shelf,
    kind: 'years',
    design: design!,
    input: { ...input, buildUp: { ...input.buildUp, layers } },
  });
  expect(failed).toMatchObject({ ok: false, message: expect.stringContaining('moon-dust') });
});

it('sweeps the seal quality for every school', () => {
  const answer = runDampJob({ ...shelf, kind: 'sweep', design: design! });
  expect(answer.ok && answer.sweep!.at).toHaveLength(21);
  expect(answer.ok && answer.sweep!.crossings.length).toBeGreaterThan(0);
});

it('tells what moves the water of a bay', () => {
  const placement = design!.variants[0]!.design;
  const answer = runDampJob({ ...shelf, kind: 'effects', design: design!, placement, bay: 'L3m' });
  expect(answer.ok && answer.effects!.length).toBeGreaterThan(5);
});
