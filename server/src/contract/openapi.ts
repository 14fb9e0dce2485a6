import { contract, ProblemDetails } from '@overcoat/core/contract';
import { type RouteName, routes } from '@overcoat/core/model/routes';

interface Said {
  summary: string;
  body?: object;
  bodyType?: string | readonly string[];
  answer?: object;
  answerType?: string;
  status?: number;
  ifMatch?: true;
  query?: readonly string[];
}

const BYTES = { type: 'string', format: 'binary' };
const content = (type: object, mime = 'application/json') => ({ [mime]: { schema: type } });
const contents = (schema: object, types: string | readonly string[]) =>
  Object.assign({}, ...[types].flat().map(type => content(schema, type)));
const parameter = (name: string, where: string, required: boolean) => ({
  name,
  in: where,
  required,
  schema: { type: 'string' },
});

/** The OpenAPI 3.1 document, made from the routes and their contract. */
export function openApi() {
  const paths: Record<string, Record<string, object>> = {};
  for (const name of Object.keys(routes) as RouteName[]) {
    const { method, path } = routes[name];
    const said: Said = contract[name];
    const body = said.bodyType ? contents(BYTES, said.bodyType) : said.body && content(said.body);
    const answer = said.answerType ? content(BYTES, said.answerType) : said.answer && content(said.answer);
    const at = `/api${path.replace(/:(\w+)/g, '{$1}')}`;
    paths[at] = {
      ...paths[at],
      [method]: {
        operationId: name,
        summary: said.summary,
        parameters: [
          ...[...path.matchAll(/:(\w+)/g)].map(m => parameter(m[1]!, 'path', true)),
          ...(said.query ?? []).map(key => parameter(key, 'query', false)),
          ...(said.ifMatch ? [parameter('If-Match', 'header', true)] : []),
        ],
        ...(body ? { requestBody: { required: true, content: body } } : {}),
        responses: {
          [said.status ?? 200]: { description: 'Done', ...(answer ? { content: answer } : {}) },
          default: {
            description: 'What was wrong',
            content: content(ProblemDetails, 'application/problem+json'),
          },
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
