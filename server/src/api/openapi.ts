import * as schema from '@overcoat/core/schema';
import Type from 'typebox';
import { Create, Save } from './validate.ts';

const open = { additionalProperties: false };
const nullable = Type.Union([Type.String(), Type.Null()]);
const saved = {
  id: Type.String(),
  revision: Type.Integer(),
  savedAt: Type.String(),
  undo: nullable,
  redo: nullable,
};

export const Saved = Type.Object(saved, open);
export const Conversion = Type.Object({ ...saved, design: schema.Design }, open);
export const Summary = Type.Object(
  {
    id: Type.String(),
    name: Type.String(),
    revision: Type.Integer(),
    savedAt: Type.String(),
    pattern: Type.String(),
    note: Type.String(),
    variants: Type.Array(Type.String()),
    measured: Type.Integer(),
    bays: Type.Integer(),
  },
  open,
);
export const Imported = Type.Object({ conversion: Conversion, notes: Type.Array(Type.String()) }, open);
export const OwnLibrary = Type.Object(
  { materials: Type.Array(schema.Material), prices: Type.Array(schema.Price) },
  open,
);
export const ProblemDetails = Type.Object({
  type: Type.String(),
  title: Type.String(),
  status: Type.Integer(),
  detail: Type.String(),
  errors: Type.Optional(Type.Array(Type.Object({ path: Type.String(), message: Type.String() }))),
});

export interface Operation {
  method: 'get' | 'put' | 'post' | 'delete';
  path: string;
  summary: string;
  body?: object;
  status: number;
  response?: object;
  ifMatch?: boolean;
}

/** Every operation of the API; the document below and the tests are made from it. */
export const operations: Operation[] = [
  {
    method: 'get',
    path: '/api/health',
    summary: 'Whether the server is up',
    status: 200,
    response: Type.Object({ ok: Type.Boolean() }),
  },
  {
    method: 'get',
    path: '/api/conversions',
    summary: 'All conversions',
    status: 200,
    response: Type.Array(Summary),
  },
  {
    method: 'post',
    path: '/api/conversions',
    summary: 'A new conversion from a body pattern',
    body: Create,
    status: 201,
    response: Conversion,
  },
  {
    method: 'post',
    path: '/api/import',
    summary: 'Take in a design file',
    body: schema.DesignFile,
    status: 201,
    response: Imported,
  },
  {
    method: 'get',
    path: '/api/conversions/{id}',
    summary: 'One conversion with its design',
    status: 200,
    response: Conversion,
  },
  {
    method: 'put',
    path: '/api/conversions/{id}',
    summary: 'Save a changed design',
    body: Save,
    status: 200,
    response: Saved,
    ifMatch: true,
  },
  {
    method: 'post',
    path: '/api/conversions/{id}/undo',
    summary: 'Take back the last change',
    status: 200,
    response: Conversion,
    ifMatch: true,
  },
  {
    method: 'post',
    path: '/api/conversions/{id}/redo',
    summary: 'Bring back what was undone',
    status: 200,
    response: Conversion,
    ifMatch: true,
  },
  {
    method: 'delete',
    path: '/api/conversions/{id}',
    summary: 'Delete a conversion and its history',
    status: 204,
  },
  {
    method: 'get',
    path: '/api/conversions/{id}/export',
    summary: 'The design file',
    status: 200,
    response: schema.DesignFile,
  },
  { method: 'put', path: '/api/photos/{hash}', summary: 'Keeps a JPEG under its SHA-256', status: 204 },
  { method: 'get', path: '/api/photos/{hash}', summary: 'A photo, as image/jpeg', status: 200 },
  {
    method: 'get',
    path: '/api/library',
    summary: 'Own materials and prices',
    status: 200,
    response: OwnLibrary,
  },
  {
    method: 'put',
    path: '/api/materials/{id}',
    summary: 'Add or change an own material',
    body: schema.Material,
    status: 200,
    response: schema.Material,
  },
  {
    method: 'delete',
    path: '/api/materials/{id}',
    summary: 'Delete an own material that nothing uses',
    status: 204,
  },
  {
    method: 'put',
    path: '/api/prices',
    summary: 'Set an own price',
    body: schema.Price,
    status: 200,
    response: schema.Price,
  },
  {
    method: 'delete',
    path: '/api/prices/{material}',
    summary: 'Go back to the indicative prices of a material',
    status: 204,
  },
];

const content = (type: object, mime = 'application/json') => ({ [mime]: { schema: type } });

/** The OpenAPI 3.1 document. */
export function openApi(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const o of operations) {
    const parameters = [
      ...[...o.path.matchAll(/\{(\w+)\}/g)].map(m => ({
        name: m[1],
        in: 'path',
        required: true,
        schema: { type: 'string' },
      })),
      ...(o.ifMatch ? [{ name: 'If-Match', in: 'header', required: true, schema: { type: 'string' } }] : []),
    ];
    const at = paths[o.path] ?? {};
    paths[o.path] = at;
    at[o.method] = {
      summary: o.summary,
      parameters,
      ...(o.body ? { requestBody: { required: true, content: content(o.body) } } : {}),
      responses: {
        [o.status]: { description: 'Done', ...(o.response ? { content: content(o.response) } : {}) },
        default: {
          description: 'What was wrong',
          content: content(ProblemDetails, 'application/problem+json'),
        },
      },
    };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Overcoat', version: '0.1.0', license: { name: 'MIT', identifier: 'MIT' } },
    paths,
  };
}
