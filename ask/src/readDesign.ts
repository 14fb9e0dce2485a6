import { readFile } from 'node:fs/promises';
import { readDesignFile } from '@overcoat/core/formats';
import { factsOf } from '@overcoat/core/log';
import { type Library, makeLibrary, referenceMaterials } from '@overcoat/core/materials';
import { type Brief, type Design, schemaMistake, type Variant } from '@overcoat/core/model';
import { DesignFile } from '@overcoat/core/schema';
import { heardOf } from '@overcoat/core/studies/knocks';
import type { Heard } from '@overcoat/core/van/quiet';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { AskMistake } from './mistake.ts';
import { number } from './options.ts';

export interface AskedDesign {
  design: Design;
  variant: Variant;
  library: Library;
  /** What knocks in the file's log told. */
  heard: Heard;
}

/** Options of every question about a design: which variant, and what is otherwise than in the file. */
export const ABOUT = {
  variant: { type: 'string' },
  nights: { type: 'string' },
  seal: { type: 'string' },
} as const;

type About = { [K in keyof typeof ABOUT]?: string };

/**
 * A design file with the variant that is asked about, by name or id; the first when none is named. `nights` a week from
 * winter to autumn and the share of joints closed stand in for the file's. Throws a `Mistake`.
 */
export async function readDesign(file: string | undefined, about: About): Promise<AskedDesign> {
  if (!file) throw new AskMistake('Name the design file to ask about, such as van.overcoat.json.');
  const text = await readFile(file, 'utf8').catch(() => {
    throw new AskMistake(`There is no readable file “${file}”.`);
  });
  const validate = new Ajv2020({ discriminator: true, strict: false }).compile(DesignFile);
  const read = readDesignFile(
    parsed(text, file),
    document => (validate(document) ? [] : (validate.errors ?? []).map(schemaMistake)),
    referenceMaterials.map(m => m.id),
  );
  if (!read.ok) throw new AskMistake(read.message);
  const { design, materials, prices, log } = read.file;
  const library = makeLibrary(materials, prices);
  const built = design.variants.find(v => v.id === design.built) ?? design.variants[0]!;
  const heard = heardOf(factsOf(log, design).knocks, design.shell, built.design, library);
  const variant = choose(design, about.variant);
  return { ...asAsked(design, variant, about), library, heard };
}

function asAsked(
  design: Design,
  variant: Variant,
  { nights, seal }: About,
): Pick<AskedDesign, 'design' | 'variant'> {
  const quality = number('seal', seal, { min: 0, max: 1 });
  const brief = nights === undefined ? design.brief : { ...design.brief, nights: nightsOf(nights) };
  if (quality === null) return { design: { ...design, brief }, variant };
  const buildUps = variant.design.buildUps.map(b => ({ ...b, sealQuality: quality }));
  return { design: { ...design, brief }, variant: { ...variant, design: { ...variant.design, buildUps } } };
}

function nightsOf(text: string): Brief['nights'] {
  const [winter, spring, summer, autumn, ...more] = text
    .split(',')
    .map(n => number('nights', n, { min: 0, max: 7 })!);
  if (autumn === undefined || more.length > 0)
    throw new AskMistake(`--nights takes four, from winter to autumn, as in 4,2,1,3, not “${text}”.`);
  return { winter: winter!, spring: spring!, summer: summer!, autumn };
}

function parsed(text: string, file: string): unknown {
  try {
    return JSON.parse(text.replace(/^\ufeff/, ''));
  } catch {
    throw new AskMistake(`“${file}” is not complete JSON: a *.overcoat.json file is accepted.`);
  }
}

function choose({ variants }: Design, wanted: string | undefined): Variant {
  if (wanted === undefined) return variants[0]!;
  const found = variants.find(v => v.name === wanted) ?? variants.find(v => v.id === wanted);
  if (found) return found;
  throw new AskMistake(
    `There is no variant “${wanted}”; the file has ${variants.map(v => `“${v.name}”`).join(', ')}.`,
  );
}
