import { demoDesigns } from '@overcoat/core/demo';
import { makeLibrary } from '@overcoat/core/materials';
import { USUAL_PAY } from '@overcoat/core/order/pipeline';
import type { Improvement } from '@overcoat/core/studies/proposal';
import { NOTHING_HEARD } from '@overcoat/core/van/quiet';
import { climateFor } from '@overcoat/core/van/wetting';
import { expect, it } from 'vitest';
import { runJob } from './jobs.ts';

const [design] = demoDesigns(makeLibrary());
const { brief, variants } = design!;
const shell = {
  ...design!.shell,
  zones: design!.shell.zones.filter(z => ['D1', 'A1', 'P1'].includes(z.id)),
};

/** What would be improved, and how often it was told of weighing. */
async function improved(put: { locked?: string[]; materials?: string[] }) {
  let told = 0;
  const outcome = await runJob(
    {
      kind: 'improve',
      materials: [],
      prices: [],
      design: { shell, brief },
      ask: {
        placement: variants[0]!.design,
        heard: NOTHING_HEARD,
        climate: climateFor(shell, brief),
        avoided: { materials: put.materials ?? [] },
        locked: put.locked ?? [],
        offcuts: [],
        pay: USUAL_PAY,
        limits: { damp: 'dries' },
      },
    },
    () => told++,
  );
  if (!outcome.ok) throw new Error(outcome.message);
  return { zones: (outcome.answer as Improvement[]).map(i => i.zone), told };
}

it('weighs again what is asked otherwise, and nothing for a zone that is locked or set free', async () => {
  const first = await improved({});
  expect(first.told).toBe(3);
  expect(first.zones).toContain('A1');
  const locked = await improved({ locked: ['A1'] });
  expect(locked.told).toBe(0);
  expect(locked.zones).not.toContain('A1');
  expect(await improved({})).toEqual({ ...first, told: 0 });
  // Locked to begin with, and free later: that one is weighed then.
  expect((await improved({ locked: ['D1'], materials: ['sheep-wool'] })).told).toBe(2);
  expect((await improved({ materials: ['sheep-wool'] })).told).toBe(1);
});
