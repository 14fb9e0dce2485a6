import { readFile } from 'node:fs/promises';
import type { Library } from '@overcoat/core/materials';
import type { Design, Shelf } from '@overcoat/core/model';
import { CURRENCIES } from '@overcoat/core/model/lists';
import { offcutWrong } from '@overcoat/core/order/buying';
import { PAY_STEPS, type PayBy, payFor, USUAL_PAY } from '@overcoat/core/order/pipeline';
import { Shelf as SHELF } from '@overcoat/core/schema';
import { inUnits } from '@overcoat/core/units';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { AskMistake } from '../mistake.ts';
import { number, options } from '../options.ts';
import { ABOUT, readDesign } from '../readDesign.ts';

const metric = (text: string): string => inUnits(text, 'metric');

/**
 * Everything to buy for a variant: packs as it lies on sheets, tapes and glue, supplies and tools, less what is at hand. The sum
 * is what every view has to pay, with nothing settled about cutting.
 */
export async function askOrder(args: readonly string[]) {
  const { values, rest } = options(args, {
    ...ABOUT,
    ...PAY,
    steps: { type: 'string' },
    currency: { type: 'string' },
  });
  const steps = number('steps', values.steps, { min: 0, max: 100_000, whole: true }) ?? PAY_STEPS;
  const currency = CURRENCIES.find(c => c === (values.currency ?? 'GBP'));
  if (!currency)
    throw new AskMistake(`“${values.currency}” is no currency known here: ${CURRENCIES.join(', ')} are.`);
  const { design, variant, library } = await readDesign(rest[0], values);
  const paid = payFor(design.shell, variant.design, library, await payIn(design, library, values), steps);
  return {
    variant: variant.name,
    currency,
    cost: paid.total,
    parts: paid.parts,
    hours: paid.hours,
    lines: paid.lines.map(l => ({ ...l, name: metric(l.name), pack: metric(l.pack), why: metric(l.why) })),
  };
}

/** What to pay rests on: what is at hand, and whether it is the first time, as it is until one says otherwise. */
export const PAY = { shelf: { type: 'string' }, practised: { type: 'boolean' } } as const;

export async function payIn(
  { ready }: Pick<Design, 'ready'>,
  library: Library,
  { shelf: file, practised = false }: { shelf?: string; practised?: boolean },
): Promise<PayBy> {
  const shelf = await readShelf(file, library);
  return {
    ...USUAL_PAY,
    ready,
    offcuts: shelf.offcuts.map((o, i) => ({ id: `${i}`, ...o })),
    supplies: new Map(Object.entries(shelf.supplies)),
    firstTime: !practised,
  };
}

async function readShelf(file: string | undefined, library: Library): Promise<Shelf> {
  if (file === undefined) return { format: 1, supplies: {}, offcuts: [] };
  const text = await readFile(file, 'utf8').catch(() => {
    throw new AskMistake(`There is no readable file “${file}”.`);
  });
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    throw new AskMistake(`${file} is no JSON.`);
  }
  const validate = new Ajv2020({ strict: false }).compile<Shelf>(SHELF);
  if (validate(read)) {
    const wrong = read.offcuts.findIndex(o => offcutWrong(o, library) !== null);
    if (wrong < 0) return read;
    throw new AskMistake(`${file}: /offcuts/${wrong} ${offcutWrong(read.offcuts[wrong]!, library)}`);
  }
  const [first] = validate.errors ?? [];
  throw new AskMistake(`${file} is no shelf: ${first?.instancePath || 'it'} ${first?.message}.`);
}
