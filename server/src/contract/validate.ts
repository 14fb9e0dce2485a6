import { createHash } from 'node:crypto';
import { contract } from '@overcoat/core/contract';
import {
  type Contract,
  type Material,
  type Mistake,
  type Price,
  refusal,
  schemaMistake,
} from '@overcoat/core/model';
import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';
import { invalid } from './problem.ts';

const ajv = new Ajv2020({ discriminator: true, strict: false, allErrors: false });

/** Validators that the build has written down, by name. */
let written: Readonly<Record<string, ValidateFunction>> = {};

/** Takes the validators that the build has written beside the program: compiling the schemas takes seconds. */
export async function takeWritten(file: URL): Promise<void> {
  written = (await import(file.href)) as typeof written;
}

/** What a schema's validator is called there: as `scripts/validators.ts` calls it. */
const nameOf = (type: object): string =>
  `v${createHash('sha256').update(JSON.stringify(type)).digest('hex').slice(0, 32)}`;

/** Checks a body against a schema; a mistake becomes a 422 that names its place and what is accepted. */
export function checker<T>(what: string, type: object): (body: unknown) => T {
  const mistakes = mistakesAgainst(type);
  return body => {
    const errors = mistakes(body);
    if (errors.length > 0) throw invalid(refusal(what, errors), errors);
    return body as T;
  };
}

/** How a document departs from a schema; one that is not written down is compiled when it is first needed. */
export function mistakesAgainst(type: object): (document: unknown) => Mistake[] {
  let validate: ValidateFunction | undefined;
  return document => {
    validate ??= written[nameOf(type)] ?? ajv.compile(type);
    return validate(document) ? [] : (validate.errors ?? []).map(schemaMistake);
  };
}

export const checkSave = checker<Contract['save']['body']>('The design', contract.save.body);
export const validMaterial = checker<Material>('The material', contract.putMaterial.body);
export const checkPrice = checker<Price>('The price', contract.putPrice.body);
/** How a document departs from the schema of a design file. */
export const fileMistakes = mistakesAgainst(contract.importFile.body);

/** Compiles the two large schemas ahead of the first save. */
export function warmUp(): void {
  fileMistakes(null);
  try {
    checkSave(null);
  } catch {
    // Only the compilation matters.
  }
}
