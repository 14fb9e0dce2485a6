import { readFile } from 'node:fs/promises';
import { readDesignFile } from '@overcoat/core/formats';
import { factsOf } from '@overcoat/core/log';
import { type Library, makeLibrary, referenceMaterials } from '@overcoat/core/materials';
import { type Design, schemaMistake, type Variant } from '@overcoat/core/model';
import { DesignFile } from '@overcoat/core/schema';
import { heardOf } from '@overcoat/core/studies/knocks';
import type { Heard } from '@overcoat/core/van/quiet';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { Mistake } from './mistake.ts';

export interface Asked {
  design: Design;
  variant: Variant;
  library: Library;
  /** What knocks in the file's log told. */
  heard: Heard;
}

/** A design file with the variant that is asked about, by name or id; the first when none is named. Throws a `Mistake`. */
export async function readDesign(file: string | undefined, variant: string | undefined): Promise<Asked> {
  if (!file) throw new Mistake('Name the design file to ask about, such as van.overcoat.json.');
  const text = await readFile(file, 'utf8').catch(() => {
    throw new Mistake(`There is no readable file “${file}”.`);
  });
  const validate = new Ajv2020({ discriminator: true, strict: false }).compile(DesignFile);
  const read = readDesignFile(
    parsed(text, file),
    document => (validate(document) ? [] : (validate.errors ?? []).map(schemaMistake)),
    referenceMaterials.map(m => m.id),
  );
  if (!read.ok) throw new Mistake(read.message);
  const { design, materials, prices, log } = read.file;
  const library = makeLibrary(materials, prices);
  const built = design.variants.find(v => v.id === design.built) ?? design.variants[0]!;
  const heard = heardOf(factsOf(log, design).knocks, design.shell, built.design, library);
  return { design, variant: choose(design, variant), library, heard };
}

function parsed(text: string, file: string): unknown {
  try {
    return JSON.parse(text.replace(/^\ufeff/, ''));
  } catch {
    throw new Mistake(`“${file}” is not complete JSON: a *.overcoat.json file is accepted.`);
  }
}

function choose({ variants }: Design, wanted: string | undefined): Variant {
  if (wanted === undefined) return variants[0]!;
  const found = variants.find(v => v.name === wanted) ?? variants.find(v => v.id === wanted);
  if (found) return found;
  throw new Mistake(
    `There is no variant “${wanted}”; the file has ${variants.map(v => `“${v.name}”`).join(', ')}.`,
  );
}
