import { readdirSync, readFileSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import { layUp } from '@overcoat/core/buildup';
import { demoDesigns } from '@overcoat/core/demo';
import { evaluate } from '@overcoat/core/evaluate';
import { makeLibrary, materialOf, stockFor } from '@overcoat/core/materials';
import type { Design } from '@overcoat/core/model';
import { cutGroups } from '@overcoat/core/order/cutting';
import { type NestProblem, NestSearch, shelfLayout } from '@overcoat/core/order/nesting';
import { cutPieces, USUAL_CHOICES } from '@overcoat/core/order/pieces';
import { MaxRectsPacker, PACKING_LOGIC } from 'maxrects-packer';
import { readNest } from '../core/src/formats/nestFile.ts';
import { answered } from './answered.ts';
import { type Figure, figure, mediansOf } from './measure.ts';

/** From where it is run: the project's root. */
const FIXTURES = new URL('core/src/order/nesting/fixtures/', pathToFileURL(`${process.cwd()}/`));
const library = makeLibrary();

/** Layouts against a packer of the registry and the shelf rule, and how the search's work grows with the pieces. */
export function nestingFigures(): Figure[] {
  return [...boxes(), ...outlines(), ...perigee(), ...many(), ...growth()];
}

const instance = (name: string): NestProblem => {
  const read = readNest(readFileSync(new URL(name, FIXTURES), 'utf8'));
  if (!read.ok) throw new Error(read.message);
  return read.problem;
};
const known = JSON.parse(readFileSync(new URL('baseline.json', FIXTURES), 'utf8')).instances;

function searched(problem: NestProblem, seconds: number): NestSearch {
  const search = new NestSearch(problem);
  const end = performance.now() + seconds * 1000;
  while (performance.now() < end && !search.done) search.step();
  return search;
}

/** Share of the pieces' area outside the optimum's number of sheets. */
function outside(search: NestSearch, sheets: number): number {
  const filled = search.best.used.map(u => u.filled).sort((a, b) => b - a);
  const all = filled.reduce((sum, f) => sum + f, 0);
  return filled.slice(sheets).reduce((sum, f) => sum + f, 0) / all;
}

function boxes(): Figure[] {
  const names = readdirSync(FIXTURES).filter(f => f.startsWith('nest-'));
  const figures: Figure[] = [];
  let [cheaper, exact, solved] = [0, 0, 0];
  for (const file of names) {
    const name = file.replace('.json', '');
    const problem = instance(file);
    const packer = packed(problem);
    const search = searched(problem, 2);
    const { cost } = search.best;
    if (cost < packer - 1e-6) cheaper++;
    figures.push(
      figure(
        `nest ${name}: money in 2 s`,
        cost,
        '',
        { name: 'packer of the registry', value: packer },
        1.000001,
      ),
    );
    const { optimum } = known[name];
    if (!optimum) continue;
    exact++;
    const share = outside(search, optimum.sheets);
    if (share < 1e-6) solved++;
    figures.push(figure(`nest ${name}: area outside in 2 s`, share, 'of 1', { name: '2 %', value: 0.02 }, 1));
  }
  return [
    ...figures,
    figure(
      'instances not cheaper than the packer',
      names.length - cheaper,
      '',
      { name: 'instances', value: names.length },
      0.5,
    ),
    figure(
      'exact instances not solved',
      exact - solved,
      '',
      { name: 'exact instances', value: exact },
      2 / 3,
    ),
  ];
}

/** The best of the packer's settings and of five orders; a roll is one bin as long as it is. */
function packed({ pieces, stock, kerf }: NestProblem): number {
  const [s] = stock as [NestProblem['stock'][number]];
  const mm = (m: number) => Math.round(m * 1000);
  const sizes = pieces.map(p => ({
    width: mm(Math.max(...p.outline.map(q => q.x)) + kerf),
    height: mm(Math.max(...p.outline.map(q => q.y)) + kerf),
    turns: p.turns.length > 1,
  }));
  const turns = sizes.some(p => p.turns);
  const orders: ((a: (typeof sizes)[number], b: (typeof sizes)[number]) => number)[] = [
    (a, b) => b.width * b.height - a.width * a.height,
    (a, b) => Math.max(b.width, b.height) - Math.max(a.width, a.height),
    (a, b) => Math.min(b.width, b.height) - Math.min(a.width, a.height),
    (a, b) => b.width - a.width,
    (a, b) => b.height - a.height,
  ];
  let least = Number.POSITIVE_INFINITY;
  for (const logic of [PACKING_LOGIC.MAX_AREA, PACKING_LOGIC.MAX_EDGE, PACKING_LOGIC.FILL_WIDTH])
    for (const order of orders)
      for (const sorted of [true, false]) {
        const packer = new MaxRectsPacker(mm(s.width + kerf), mm(s.length + kerf), 0, {
          smart: false,
          pot: false,
          square: false,
          allowRotation: turns,
          logic,
        });
        const list = [...sizes].sort(order).map(({ width, height }) => ({ width, height, data: null }));
        if (sorted) packer.addArray(list as never);
        else for (const r of list) packer.add(r.width, r.height, null);
        const cost =
          s.paid === 'length'
            ? packer.bins.reduce(
                (sum, b) => sum + (Math.max(...b.rects.map(r => r.y + r.height)) / 1000 - kerf) * s.price,
                0,
              )
            : packer.bins.length * s.price;
        least = Math.min(least, cost);
      }
  return least;
}

function outlines(): Figure[] {
  return readdirSync(FIXTURES)
    .filter(f => f.startsWith('poly-'))
    .map(file => {
      const { optimumSheets, boundingBoxes } = known[file.replace('.json', '')];
      const share = outside(searched(instance(file), 5), optimumSheets);
      return figure(
        `nest ${file.replace('.json', '')}: area outside in 5 s (stretch 0.33)`,
        share,
        'of 1',
        { name: 'bounding boxes', value: boundingBoxes.areaShareOutsideOptimumSheets },
        2 / 3,
      );
    });
}

/** Perigee's sheets, the same pieces by the shelf rule and by search. */
function perigee(): Figure[] {
  const [design] = demoDesigns(library) as [Design];
  const placement = design.variants[0]!.design;
  const laid = layUp(design.shell, placement, library);
  const groups = cutGroups(
    cutPieces(design.shell, placement, laid, library, { ...USUAL_CHOICES, runOn: false }),
    library,
  );
  let [shelf, nested, area] = [0, 0, 0];
  for (const { problem, pieces, material, thickness } of groups) {
    const stock = stockFor(materialOf(library, material), thickness);
    const sizes = pieces.map(p => ({
      id: p.id,
      width: Math.max(...p.outline.map(q => q.x)),
      height: Math.max(...p.outline.map(q => q.y)),
    }));
    shelf += Math.ceil(shelfLayout(sizes, stock).sheets / stock.perPack) * stock.price;
    const search = searched(problem, 1);
    nested += search.best.cost;
    area += search.leastCost;
  }
  const pieces = () => cutPieces(design.shell, placement, laid, library, USUAL_CHOICES);
  const [evaluated, cut] = mediansOf(
    [() => answered(evaluate(design, placement, library)), pieces],
    10,
    5,
  ) as [number, number];
  return [
    figure('Perigee’s sheets, a second a material', nested, '', { name: 'shelf rule', value: shelf }, 0.9),
    figure('what no layout can be under', area, '', { name: 'shelf rule', value: shelf }, 1),
    figure('every piece with its outline', cut, 'ms', { name: 'evaluating the van', value: evaluated }, 8),
  ];
}

const invented = (count: number): NestProblem => ({
  pieces: Array.from({ length: count }, (_, i) => {
    const [w, h] = [0.15 + ((i * 37) % 45) / 100, 0.2 + ((i * 53) % 57) / 100];
    return {
      id: `p${i}`,
      outline: [
        { x: 0, y: 0 },
        { x: w, y: 0 },
        { x: w, y: h },
        { x: 0, y: h },
      ],
      turns: [0, 90],
    };
  }),
  stock: [{ id: 's', width: 1.2, length: 2.4, price: 30, perPack: 1, quantity: null, paid: 'pack' }],
  kerf: 0.003,
});

/** When 140 pieces first lie better than at the start, and how many of the first twenty tenths of a second were searched. */
function many(): Figure[] {
  const started = performance.now();
  const search = new NestSearch(invented(140));
  let first = Number.POSITIVE_INFINITY;
  const tenths = new Set<number>();
  for (let now = 0; now < 2000; now = performance.now() - started) {
    if (search.step() && first > now) first = performance.now() - started;
    tenths.add(Math.floor((performance.now() - started) / 100));
  }
  return [
    figure('140 pieces: first better layout', first, 'ms', { name: 'ms', value: 300 }, 1),
    figure(
      'tenths of a second without search',
      20 - [...tenths].filter(t => t < 20).length,
      '',
      { name: 'of 20', value: 20 },
      0.1,
    ),
  ];
}

/** First layout and a hundred steps, of 40, 130 and 400 pieces. */
function growth(): Figure[] {
  const work = (count: number) => () => {
    const search = new NestSearch(invented(count));
    for (let i = 0; i < 100; i++) search.step();
  };
  const [forty, more, most] = mediansOf([work(40), work(130), work(400)], 3, 1) as [number, number, number];
  return [
    figure('130 pieces: first layout and 100 steps', more, 'ms', { name: '40 pieces', value: forty }, 6),
    figure('400 pieces: first layout and 100 steps', most, 'ms', { name: '40 pieces', value: forty }, 30),
  ];
}
