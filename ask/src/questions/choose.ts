import { readFile } from 'node:fs/promises';
import { ChoiceSearch } from '@overcoat/core/choosing';
import { readLayups } from '@overcoat/core/formats';
import { type ChoiceLimits, choose, weighAll } from '@overcoat/core/studies/choose';
import { climateFor } from '@overcoat/core/van/wetting';
import { Mistake } from '../mistake.ts';
import { number, options } from '../options.ts';
import { ABOUT, readDesign } from '../readDesign.ts';

/** Steps of search of a whole van. */
const STEPS = 30;

/**
 * The best choice: of an instance `{zone: candidate}` with its value and bound; of a design file a lay-up for every zone within its
 * brief's limits, why not the runner-up, and what each limit costs.
 */
export async function askChoose(args: readonly string[]) {
  const { values, rest } = options(args, {
    ...ABOUT,
    name: { type: 'string' },
    seconds: { type: 'string' },
    budget: { type: 'string' },
    mass: { type: 'string' },
  });
  const seconds = number('seconds', values.seconds, { min: 0, max: 3600 }) ?? 15;
  const [file] = rest;
  if (!file) throw new Mistake('Name what to choose for: a design file, or instances of lay-ups.');
  const text = await readFile(file, 'utf8').catch(() => {
    throw new Mistake(`There is no readable file “${file}”.`);
  });
  if (/"instances"\s*:/.test(text.slice(0, 2000))) return chosen(text, values.name, seconds);
  const { design, variant, library, heard } = await readDesign(file, values);
  const { brief, shell } = design;
  const limits: ChoiceLimits = {
    budget: number('budget', values.budget, { min: 0, max: 100_000 }) ?? brief.budget,
    mass: number('mass', values.mass, { min: 0, max: 5000 }) ?? brief.payload,
    height: brief.headHeight.value,
    hours: null,
    damp: 'dries',
  };
  const asked = {
    design,
    placement: variant.design,
    library,
    heard,
    climate: climateFor(shell, brief),
    avoided: { materials: [] },
  };
  const weights = { ...brief.priorities, hours: 1 };
  const {
    zones,
    placement: _,
    ...found
  } = choose(weighAll(asked, new Set()), asked, limits, weights, {
    steps: STEPS,
  });
  return {
    limits,
    ...found,
    zones: zones.map(({ zone, option, runnerUp }) => ({
      zone,
      layers: option.buildUp.layers,
      seams: option.buildUp.seams,
      heat: option.heat,
      mass: option.mass,
      hours: option.hours,
      damp: option.damp.state,
      not: runnerUp && {
        layers: runnerUp.option.buildUp.layers,
        changes: runnerUp.changes,
        breaks: runnerUp.breaks,
      },
    })),
  };
}

function chosen(text: string, name: string | undefined, seconds: number) {
  const read = readLayups(text, name);
  if (!read.ok) throw new Mistake(read.message);
  const started = performance.now();
  const search = new ChoiceSearch(read.problem);
  while (!search.proven && performance.now() - started < seconds * 1000) search.step();
  const { best, bound } = search;
  if (best.over > 0)
    throw new Mistake(
      'Nothing found keeps all limits: the lightest choice is still over by its mass or money.',
    );
  return {
    choice: Object.fromEntries(read.zones.map((z, g) => [z, read.candidates[g]![best.options[g]!]!])),
    value: best.value,
    bound,
    takes: best.takes,
    packs: best.packs,
  };
}
