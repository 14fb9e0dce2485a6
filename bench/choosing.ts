import { readFileSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import { type ChoiceProblem, ChoiceSearch, prove } from '@overcoat/core/choosing';
import { demoDesigns } from '@overcoat/core/demo';
import { evaluate } from '@overcoat/core/evaluate';
import { weightsOf } from '@overcoat/core/figures';
import { readLayups } from '@overcoat/core/formats';
import { makeLibrary } from '@overcoat/core/materials';
import type { Design } from '@overcoat/core/model';
import { seeded } from '@overcoat/core/random';
import { settle } from '@overcoat/core/studies/disputes';
import { type ChoiceQuestion, choose, problemOf, weighAll } from '@overcoat/core/studies/proposal';
import { NOTHING_HEARD } from '@overcoat/core/van/quiet';
import { climateFor } from '@overcoat/core/van/wetting';
import loadHighs from 'highs';
import { answered } from './answered.ts';
import { type Figure, figure, mediansOf } from './measure.ts';

/** From where it is run: the project's root. */
const FILE = new URL('core/src/choosing/fixtures/layups.json', pathToFileURL(`${process.cwd()}/`));

/** Choices against proven optima, and how soon a first one is there for a large van. */
export async function choosingFigures(): Promise<Figure[]> {
  const highs = await loadHighs();
  const text = readFileSync(FILE, 'utf8');
  const instances = JSON.parse(text).instances as { name: string; optimum: { heatLoss: number } }[];
  const optima = instances.map(({ name, optimum }) => {
    const read = readLayups(text, name);
    if (!read.ok) throw new Error(read.message);
    const search = new ChoiceSearch(read.problem);
    const end = performance.now() + 3000;
    while (performance.now() < end && search.best.value > optimum.heatLoss + 1e-3) search.step();
    return figure(
      `choose ${name}: heat loss in 3 s`,
      search.best.value,
      'W/K',
      { name: 'proven optimum', value: optimum.heatLoss },
      1.0001,
    );
  });
  const proven = instances.map(({ name, optimum }) => {
    const read = readLayups(text, name);
    if (!read.ok) throw new Error(read.message);
    const started = performance.now();
    const proof = prove(highs, read.problem, new ChoiceSearch(read.problem).best, { seconds: 60 });
    return figure(
      `prove ${name}: optimum over proven bound, ${Math.round(performance.now() - started)} ms`,
      optimum.heatLoss,
      'W/K',
      { name: 'bound', value: proof.bound },
      1.0001,
    );
  });
  const library = makeLibrary();
  const [design] = demoDesigns(library) as [Design];
  const tangled = van(12, 400, 8, 60);
  const { brief, shell } = design;
  const asked: ChoiceQuestion = {
    design,
    placement: design.variants[0]!.design,
    library,
    heard: NOTHING_HEARD,
    climate: climateFor(shell, brief),
    avoided: { materials: [] },
  };
  const weights = weightsOf(brief);
  const begun = performance.now();
  const options = weighAll(asked);
  const weighing = performance.now() - begun;
  const limits = { money: 1400, mass: 310, headroom: 1.78, damp: 'dries' } as const;
  const large = widened(problemOf(options, asked, limits, weights), 400);
  const [first, one, ten] = mediansOf(
    [
      () => new ChoiceSearch(large).best,
      () => answered(evaluate(design, design.variants[0]!.design, library)),
      () => settle({ ...asked, weights }),
    ],
    5,
    2,
  );
  let firstAnswer = 0;
  const started = performance.now();
  const found = choose(
    options,
    asked,
    limits,
    weights,
    { steps: 30, solver: { highs, seconds: 12 }, prices: false },
    (_, __, soFar) => {
      if (soFar && firstAnswer === 0) firstAnswer = performance.now() - started;
    },
  );
  const after = (problem: ChoiceProblem) =>
    prove(highs, problem, new ChoiceSearch(problem).best, { seconds: 15, near: 1e-3 });
  const [proof, tangle] = [after(large), after(tangled)];
  const reference = { name: 'one evaluation of the demo van, ms', value: one! };
  return [
    ...optima,
    ...proven,
    figure(`first choice of the demo van, ${sizeOf(large)}`, first!, 'ms', reference, 50),
    figure(
      'the same after 15 s of proof: value over bound',
      proof.best.value,
      '',
      { name: 'bound', value: proof.bound },
      1.01,
    ),
    figure(
      `12 zones of 400 lay-ups with any three of 60 packs after 15 s: value over bound`,
      tangle.best.value,
      '',
      { name: 'bound', value: tangle.bound },
      1.05,
    ),
    figure('weighing every lay-up of the demo van', weighing, 'ms', reference, 1500),
    figure('first answer for the demo van, laid and nested', firstAnswer, 'ms', reference, 100),
    figure(
      'the demo van chosen and proven: 1 and its gap',
      1 + found.gap,
      '',
      { name: 'nothing better', value: 1 },
      1.01,
    ),
    figure('ten disputes after an edit', ten!, 'ms', reference, 80),
  ];
}

const sizeOf = ({ groups }: ChoiceProblem): string =>
  `${groups.length} zones of ${groups[0]!.options.length} lay-ups`;

/** Zones with more than a few lay-ups, each with so many: those it has, and others up to 3 % off them in each number. */
function widened(problem: ChoiceProblem, to: number): ChoiceProblem {
  const random = seeded(7);
  const about = (x: number) => x * (0.97 + 0.06 * random());
  const groups = problem.groups
    .filter(g => g.options.length > 10)
    .map(({ id, options }) => ({
      id,
      options: Array.from({ length: to }, (_, k) => {
        const o = options[k % options.length]!;
        if (k < options.length) return o;
        return {
          id: `${k}`,
          value: about(o.value),
          takes: o.takes.map(about),
          uses: o.uses.map(([pack, amount]) => [pack, about(amount)] as const),
        };
      }),
    }));
  return { ...problem, groups };
}

/** An invented van of so many zones, lay-ups, limits and packs. */
function van(zones: number, layUps: number, limits: number, packs: number): ChoiceProblem {
  const random = seeded(7);
  return {
    groups: Array.from({ length: zones }, (_, g) => ({
      id: `z${g}`,
      options: Array.from({ length: layUps }, (_, k) => {
        const thick = random();
        return {
          id: `${k}`,
          value: 30 / (1 + 12 * thick) + random(),
          takes: Array.from({ length: limits }, (_, i) => (i === 0 ? 0 : thick * (5 + 10 * random()))),
          uses: Array.from({ length: 3 }, () => [Math.floor(random() * packs), 1 + 5 * thick] as const),
        };
      }),
    })),
    limits: Array.from({ length: limits }, (_, i) => (i === 0 ? 1500 : zones * 5)),
    packs: Array.from({ length: packs }, () => ({
      size: 2 + 4 * random(),
      value: 0,
      takes: Array.from({ length: limits }, (_, i) => (i === 0 ? 20 + 60 * random() : 0)),
      most: null,
    })),
  };
}
