import { readFileSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import { type ChoiceProblem, ChoiceSearch } from '@overcoat/core/choosing';
import { demoDesigns } from '@overcoat/core/demo';
import { evaluate } from '@overcoat/core/evaluate';
import { readLayups } from '@overcoat/core/formats';
import { makeLibrary } from '@overcoat/core/materials';
import type { Design } from '@overcoat/core/model';
import { type Figure, figure, mediansOf } from './measure.ts';

/** From where it is run: the project's root. */
const FILE = new URL('core/src/choosing/fixtures/layups.json', pathToFileURL(`${process.cwd()}/`));

/** Choices against proven optima, and how soon a first one is there for a large van. */
export function choosingFigures(): Figure[] {
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
  const library = makeLibrary();
  const [design] = demoDesigns(library) as [Design];
  const large = van(12, 400, 8, 60);
  const [first, one] = mediansOf(
    [() => new ChoiceSearch(large).best, () => evaluate(design, design.variants[0]!.design, library)],
    5,
    2,
  );
  return [
    ...optima,
    figure(
      'first choice of 12 zones, 400 lay-ups each, 8 limits',
      first!,
      'ms',
      { name: 'one evaluation of the demo van, ms', value: one! },
      50,
    ),
  ];
}

/** An invented van of so many zones, lay-ups, limits and packs. */
function van(zones: number, layUps: number, limits: number, packs: number): ChoiceProblem {
  let state = 7;
  const random = () => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
    return state / 2_147_483_648;
  };
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
