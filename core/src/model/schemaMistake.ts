import type { Mistake } from './check.ts';

/** What a JSON Schema validator says of one mistake. */
interface SchemaError {
  instancePath: string;
  keyword: string;
  params: Record<string, unknown>;
  message?: string;
}

/** A validator's error as its place and what is accepted there, in words. */
export function schemaMistake({ instancePath, keyword, params, message }: SchemaError): Mistake {
  const path = instancePath || '/';
  return { path, message: accepted(keyword, params) ?? message ?? 'this is not accepted' };
}

function accepted(keyword: string, params: Record<string, unknown>): string | undefined {
  switch (keyword) {
    case 'required':
      return `“${params.missingProperty}” is missing`;
    case 'additionalProperties':
      return `“${params.additionalProperty}” is not known here`;
    case 'enum':
      return `one of ${(params.allowedValues as unknown[]).join(', ')} is accepted`;
    case 'const':
      return `only ${JSON.stringify(params.allowedValue)} is accepted`;
    case 'type':
      return `a ${params.type} is accepted`;
    case 'minimum':
    case 'exclusiveMinimum':
      return `a number ${keyword === 'minimum' ? 'of at least' : 'above'} ${params.limit} is accepted`;
    case 'maximum':
      return `a number of at most ${params.limit} is accepted`;
    case 'maxLength':
    case 'maxItems':
      return `at most ${params.limit} are accepted`;
    default:
      return undefined;
  }
}

/** Mistakes of a document against a schema as one sentence that names the first. */
export const refusal = (what: string, mistakes: readonly Mistake[]): string => {
  const [first] = mistakes;
  return `${what} is not accepted${first ? `: at ${first.path}, ${first.message}` : ''}.`;
};
