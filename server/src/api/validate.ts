import type { Design, DesignFile, Material, Price } from '@overcoat/core';
import * as schema from '@overcoat/core/schema';
import { Ajv2020, type ErrorObject, type ValidateFunction } from 'ajv/dist/2020.js';
import Type from 'typebox';
import { invalid, type PlaceError } from './problem.ts';

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
    const errors = (validate.errors ?? []).map(placeError);
    const first = errors[0];
    throw invalid(`${what} is not accepted${first ? `: at ${first.path}, ${first.message}` : ''}.`, errors);
  };
}

export const checkSave = checker<{ design: Design; label: string }>('The design', Save);
export const checkCreate = checker<{ name: string; pattern: Design['shell']['pattern'] }>(
  'The new conversion',
  Create,
);
export const checkMaterial = checker<Material>('The material', schema.Material);
export const checkPrice = checker<Price>('The price', schema.Price);
export const checkFile = checker<DesignFile>('The file', schema.DesignFile);

/** Compiles the two large schemas ahead of the first save. */
export function warmUp(): void {
  for (const check of [checkSave, checkFile])
    try {
      check(null);
    } catch {
      // Only the compilation matters.
    }
}

function placeError(error: ErrorObject): PlaceError {
  const path = error.instancePath || '/';
  const { params } = error;
  switch (error.keyword) {
    case 'required':
      return { path, message: `“${params.missingProperty}” is missing` };
    case 'additionalProperties':
      return { path, message: `“${params.additionalProperty}” is not known here` };
    case 'enum':
      return { path, message: `one of ${(params.allowedValues as unknown[]).join(', ')} is accepted` };
    case 'const':
      return { path, message: `only ${JSON.stringify(params.allowedValue)} is accepted` };
    case 'type':
      return { path, message: `a ${params.type} is accepted` };
    case 'minimum':
    case 'exclusiveMinimum':
      return {
        path,
        message: `a number ${error.keyword === 'minimum' ? 'of at least' : 'above'} ${params.limit} is accepted`,
      };
    case 'maximum':
      return { path, message: `a number of at most ${params.limit} is accepted` };
    case 'maxLength':
    case 'maxItems':
      return { path, message: `at most ${params.limit} are accepted` };
    default:
      return { path, message: error.message ?? 'this is not accepted' };
  }
}
