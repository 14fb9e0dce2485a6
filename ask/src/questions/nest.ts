import { readFile } from 'node:fs/promises';
import { performance } from 'node:perf_hooks';
import { readNest, writeNest } from '@overcoat/core/formats';
import { NestSearch, unfitPieces } from '@overcoat/core/order/nesting';
import { AskMistake } from '../mistake.ts';
import { number, options } from '../options.ts';

/** The cheapest layout of an instance's pieces that so many seconds find, in mm as the instance is. */
export async function askNest(args: readonly string[]) {
  const { values, rest } = options(args, {
    seconds: { type: 'string' },
    seed: { type: 'string' },
    guillotine: { type: 'boolean' },
  });
  const seconds = number('seconds', values.seconds, { min: 0, max: 3600 }) ?? 2;
  const seed = number('seed', values.seed, { min: 0, max: 4_294_967_295, whole: true }) ?? 1;
  const [file] = rest;
  if (!file) throw new AskMistake('Name the instance to lay, such as instance.json.');
  const text = await readFile(file, 'utf8').catch(() => {
    throw new AskMistake(`There is no readable file “${file}”.`);
  });
  const read = readNest(text);
  if (!read.ok) throw new AskMistake(read.message);
  const unfit = unfitPieces(read.problem);
  if (unfit.length > 0) {
    const [{ width, length }] = unfit as [(typeof unfit)[number]];
    const name = (id: string) => id.split('\u0000')[0];
    throw new AskMistake(
      `No stock holds ${[...new Set(unfit.map(u => name(u.piece)))].join(', ')}: the first takes ${Math.ceil(width * 1000)} x ${Math.ceil(length * 1000)} mm, or a joint.`,
    );
  }
  if (values.guillotine && read.problem.pieces.some(p => p.outline.length !== 4))
    throw new AskMistake('--guillotine: only boxes are cut from edge to edge.');
  const started = performance.now();
  const search = searchOf({ ...read.problem, guillotine: values.guillotine ?? false }, seed);
  let betterAt = performance.now() - started;
  while (!search.done && performance.now() - started < seconds * 1000)
    if (search.step()) betterAt = performance.now() - started;
  const { best, leastCost, cheapest } = search;
  return {
    cost: best.cost,
    leastCost,
    cheapest,
    cuts: best.cuts,
    seconds: (performance.now() - started) / 1000,
    betterAt: betterAt / 1000,
    used: best.used.map(u => ({ stock: u.stock, index: u.index, filled: u.filled })),
    layout: writeNest(best, read),
  };
}

function searchOf(...args: ConstructorParameters<typeof NestSearch>): NestSearch {
  try {
    return new NestSearch(...args);
  } catch (error) {
    if (error instanceof RangeError) throw new AskMistake(`${error.message}.`);
    throw error;
  }
}
