import { readFile } from 'node:fs/promises';
import { layUp } from '@overcoat/core/buildup';
import { evaluate } from '@overcoat/core/evaluate';
import type { Library } from '@overcoat/core/materials';
import { CURRENCIES, type Shelf } from '@overcoat/core/model';
import { needsFor, offcutWrong, orderList, surveyErrors } from '@overcoat/core/order/buying';
import { cutGroups } from '@overcoat/core/order/cutting';
import { fixedOf } from '@overcoat/core/order/holding';
import { NestSearch, unfitPieces } from '@overcoat/core/order/nesting';
import { cutPieces, USUAL_CHOICES } from '@overcoat/core/order/pieces';
import { Shelf as SHELF } from '@overcoat/core/schema';
import { inUnits } from '@overcoat/core/units';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { Mistake } from '../mistake.ts';
import { number, options } from '../options.ts';
import { ABOUT, readDesign } from '../readDesign.ts';

const metric = (text: string): string => inUnits(text, 'metric');

/** Steps of search a material. */
const STEPS = 200;

/** Everything to buy for a variant: packs as it lies on sheets, tapes and glue, supplies and tools, less what is at hand. */
export async function askOrder(args: readonly string[]) {
  const { values, rest } = options(args, {
    ...ABOUT,
    shelf: { type: 'string' },
    steps: { type: 'string' },
    'first-time': { type: 'boolean' },
    currency: { type: 'string' },
  });
  const steps = number('steps', values.steps, { min: 0, max: 100_000, whole: true }) ?? STEPS;
  const currency = CURRENCIES.find(c => c === (values.currency ?? 'GBP'));
  if (!currency)
    throw new Mistake(`“${values.currency}” is no currency known here: ${CURRENCIES.join(', ')} are.`);
  const { design, variant, library } = await readDesign(rest[0], values);
  const shelf = await readShelf(values.shelf, library);
  const laid = layUp(design.shell, variant.design, library);
  const pieces = cutPieces(design.shell, variant.design, laid, library, USUAL_CHOICES);
  const holdings = fixedOf(pieces, design.shell, variant.design, library, []);
  const cuts = cutGroups(pieces, library, {
    offcuts: shelf.offcuts.map((o, i) => ({ id: `${i}`, ...o })),
  }).map(group => {
    if (unfitPieces(group.problem).length > 0) return { group, nest: null };
    const search = new NestSearch(group.problem);
    for (let i = 0; i < steps && !search.cheapest; i++) search.step();
    return { group, nest: search.best };
  });
  const { order } = evaluate(design, variant.design, library);
  const needs = needsFor(
    { ...design, placement: variant.design, joints: laid.joints, takeOff: order, pieces, holdings },
    library,
  );
  const amounts = new Map(Object.entries(shelf.supplies));
  const lines = orderList(cuts, order, needs, library, {
    supplies: amounts,
    prices: new Map(),
    firstTime: values['first-time'] ?? false,
    errors: surveyErrors(design.shell),
  });
  return {
    variant: variant.name,
    currency,
    cost: lines.reduce((sum, l) => sum + l.cost, 0),
    lines: lines.map(l => ({ ...l, name: metric(l.name), pack: metric(l.pack) })),
  };
}

async function readShelf(file: string | undefined, library: Library): Promise<Shelf> {
  if (file === undefined) return { format: 1, supplies: {}, offcuts: [] };
  const text = await readFile(file, 'utf8').catch(() => {
    throw new Mistake(`There is no readable file “${file}”.`);
  });
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    throw new Mistake(`${file} is no JSON.`);
  }
  const validate = new Ajv2020({ strict: false }).compile<Shelf>(SHELF);
  if (validate(read)) {
    const wrong = read.offcuts.findIndex(o => offcutWrong(o, library) !== null);
    if (wrong < 0) return read;
    throw new Mistake(`${file}: /offcuts/${wrong} ${offcutWrong(read.offcuts[wrong]!, library)}`);
  }
  const [first] = validate.errors ?? [];
  throw new Mistake(`${file} is no shelf: ${first?.instancePath || 'it'} ${first?.message}.`);
}
