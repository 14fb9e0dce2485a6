import { readFile } from 'node:fs/promises';
import { ChoiceSearch, type Proof, prove } from '@overcoat/core/choosing';
import { limitsOf, weightsOf } from '@overcoat/core/figures';
import { readLayups } from '@overcoat/core/formats';
import { USUAL_PAY } from '@overcoat/core/order/pipeline';
import { searchClimate } from '@overcoat/core/studies/cabin';
import { type Candidate, type ChoiceLimits, choose, weighAll } from '@overcoat/core/studies/proposal';
import loadHighs, { type Highs } from 'highs';
import { AskMistake } from '../mistake.ts';
import { number, options } from '../options.ts';
import { ABOUT, readDesign } from '../readDesign.ts';

/** Steps of search of a whole van in a round, and by how much proofs share the time: the last has most. */
const STEPS = 30;
const PROOFS = 6;
/** Of the time, what goes to the first answer of an instance. */
const FIRST = 0.1;

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
    'fire-load': { type: 'string' },
  });
  const seconds = number('seconds', values.seconds, { min: 0, max: 3600 }) ?? 15;
  const [file] = rest;
  if (!file) throw new AskMistake('Name what to choose for: a design file, or instances of lay-ups.');
  const text = await readFile(file, 'utf8').catch(() => {
    throw new AskMistake(`There is no readable file “${file}”.`);
  });
  const highs = await loadHighs();
  if (/"instances"\s*:/.test(text.slice(0, 2000))) return chosen(highs, text, values.name, seconds);
  const { design, variant, library, heard } = await readDesign(file, values);
  const { brief } = design;
  const own = limitsOf(brief);
  const limits: ChoiceLimits = {
    ...own,
    money: number('budget', values.budget, { min: 0, max: 100_000 }) ?? own.money!,
    mass: number('mass', values.mass, { min: 0, max: 5000 }) ?? own.mass!,
    fire: number('fire-load', values['fire-load'], { min: 0, max: 1_000_000 }) ?? null,
    damp: 'dries',
  };
  const asked = {
    design,
    placement: variant.design,
    library,
    heard,
    climate: searchClimate(design, variant.design, library),
    pay: { ...USUAL_PAY, ready: design.ready },
    avoided: { materials: [] },
  };
  const {
    zones,
    placement: _,
    // What its parts sum up to is for tests: what is shown is what was laid.
    promised: __,
    ...found
  } = choose(weighAll(asked), asked, limits, weightsOf(brief), {
    steps: STEPS,
    solver: { highs, seconds: seconds / PROOFS },
  });
  return {
    limits,
    ...found,
    zones: zones.map(({ zone, option, runnerUp }) => ({
      zone,
      layers: option.buildUp.layers,
      seams: option.buildUp.seams,
      ribs: option.ribs,
      bays: layersByBay(option),
      takes: option.takes,
      damp: option.damp,
      not: runnerUp && {
        layers: runnerUp.option.buildUp.layers,
        changes: runnerUp.changes,
        breaks: runnerUp.breaks,
      },
    })),
  };
}

/** What single bays get in place of the rest, by bay id. */
const layersByBay = ({ bays }: Candidate) =>
  Object.fromEntries(Object.entries(bays).map(([bay, b]) => [bay, b?.layers ?? []]));

function chosen(highs: Highs, text: string, name: string | undefined, seconds: number) {
  const read = readLayups(text, name);
  if (!read.ok) throw new AskMistake(read.message);
  const started = performance.now();
  const spent = () => (performance.now() - started) / 1000;
  const search = new ChoiceSearch(read.problem);
  while (!search.proven && spent() < seconds * FIRST) search.step();
  const proof: Proof = search.proven
    ? { best: search.best, bound: search.bound, proven: true }
    : prove(highs, read.problem, search.best, { seconds: Math.max(0.1, seconds - spent()) });
  const { best } = proof;
  const bound = Math.max(proof.bound, search.bound);
  if (best.over > 0)
    throw new AskMistake(
      proof.bound === Number.POSITIVE_INFINITY
        ? 'No choice keeps all limits: that is proven.'
        : 'Nothing found keeps all limits: what comes nearest is still over by its mass or money.',
    );
  return {
    choice: Object.fromEntries(read.zones.map((z, g) => [z, read.candidates[g]![best.options[g]!]!])),
    value: best.value,
    bound,
    proven: proof.proven,
    takes: best.takes,
    packs: best.packs,
  };
}
