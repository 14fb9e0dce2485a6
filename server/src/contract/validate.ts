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

/** Checks a body against a schema; a mistake becomes a 422 that names its place and what is accepted. */
export function checker<T>(what: string, type: object): (body: unknown) => T {
  const mistakes = mistakesAgainst(type);
  return body => {
    const errors = mistakes(body);
    if (errors.length > 0) throw invalid(refusal(what, errors), errors);
    return body as T;
  };
}

/** How a document departs from a schema, which is compiled when it is first needed. */
export function mistakesAgainst(type: object): (document: unknown) => Mistake[] {
  let validate: ValidateFunction | undefined;
  return document => {
    validate ??= ajv.compile(type);
    return validate(document) ? [] : (validate.errors ?? []).map(schemaMistake);
  };
}

export const checkSave = checker<Contract['save']['body']>('The design', contract.save.body);
export const checkMaterial = checker<Material>('The material', contract.putMaterial.body);
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
