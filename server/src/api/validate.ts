import {
  type Design,
  type Material,
  type Mistake,
  type Price,
  refusal,
  schemaMistake,
} from '@overcoat/core/model';
import * as schema from '@overcoat/core/schema';
import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';
import Type from 'typebox';
import { invalid } from './problem.ts';

const ajv = new Ajv2020({ discriminator: true, strict: false, allErrors: false });

export const Save = Type.Object(
  { design: schema.Design, label: Type.String({ minLength: 1, maxLength: 200 }) },
  { additionalProperties: false },
);
export const Create = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' }),
    pattern: schema.Shell.properties.pattern,
  },
  { additionalProperties: false },
);

/** Checks a body against a schema; a mistake becomes a 422 that names its place and what is accepted. */
function checker<T>(what: string, type: object): (body: unknown) => T {
  let validate: ValidateFunction | undefined;
  return body => {
    validate ??= ajv.compile(type);
    if (validate(body)) return body as T;
    const errors = (validate.errors ?? []).map(schemaMistake);
    throw invalid(refusal(what, errors), errors);
  };
}

export const checkSave = checker<{ design: Design; label: string }>('The design', Save);
export const checkCreate = checker<{ name: string; pattern: Design['shell']['pattern'] }>(
  'The new conversion',
  Create,
);
export const readMaterial = checker<Material>('The material', schema.Material);
export const checkPrice = checker<Price>('The price', schema.Price);

let validateFile: ValidateFunction | undefined;
/** How a document departs from the schema of a design file. */
export function fileMistakes(document: unknown): Mistake[] {
  validateFile ??= ajv.compile(schema.DesignFile);
  return validateFile(document) ? [] : (validateFile.errors ?? []).map(schemaMistake);
}

/** Compiles the two large schemas ahead of the first save. */
export function warmUp(): void {
  fileMistakes(null);
  try {
    checkSave(null);
  } catch {
    // Only the compilation matters.
  }
}
