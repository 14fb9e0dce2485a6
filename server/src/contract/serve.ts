import { contract } from '@overcoat/core/contract';
import type { Contract } from '@overcoat/core/model';
import { type Params, type RouteName, routes } from '@overcoat/core/model/routes';
import express, { type Request, type RequestHandler, type Response, type Router } from 'express';
import type { TSchema } from 'typebox';
import { Problem } from './problem.ts';
import { checker } from './validate.ts';

const MEGABYTE = 1_048_576;
/** Of a JSON body: a design is accepted as a file and saved alike, so that what opens can be saved. */
export const JSON_LIMIT = 20 * MEGABYTE;
/** Of a body that is no JSON and is held in memory. */
const RAW_LIMIT = 6 * MEGABYTE;

/** What is told apart in `contract`, whichever route it is. */
interface Said {
  summary: string;
  body?: TSchema;
  checkedByRoom?: true;
  bodyType?: string | readonly string[];
  status?: number;
  ifMatch?: true;
}

interface Call<R extends RouteName> {
  params: Params<R>;
  query: Record<string, string | undefined>;
  /** Checked against the contract, unless the room checks it itself; the bytes of what is no JSON. */
  body: (typeof contract)[R] extends { checkedByRoom: true } | { bodyType: string | readonly string[] }
    ? unknown
    : Contract[R]['body'];
  /** From If-Match, where the contract asks for it. */
  revision: number;
  request: Request;
  response: Response;
}

/** Answers one route: what it returns is sent, with the contract's status; nothing when it answers by itself. */
export type Handlers = {
  [R in RouteName]: (
    call: Call<R>,
  ) => Promise<Contract[R]['answer'] extends undefined ? void : Contract[R]['answer']>;
};

/** Puts every route of the contract onto a router; there is no other way onto it. */
export function serve(router: Router, handlers: Handlers): void {
  for (const name of Object.keys(routes) as RouteName[]) {
    const said: Said = contract[name];
    const { method, path } = routes[name];
    const check = said.body && !said.checkedByRoom ? checker('The request', said.body) : null;
    const handler = handlers[name] as (call: Call<RouteName>) => Promise<unknown>;
    router[method](path, ...readers(said), async (request: Request, response: Response) => {
      const answer = await handler({
        params: request.params as Params<RouteName>,
        query: request.query as Record<string, string | undefined>,
        body: (check ? check(request.body) : request.body) as never,
        revision: said.ifMatch ? ifMatch(request) : Number.NaN,
        request,
        response,
      });
      if (answer === undefined) {
        if (said.status === 204) response.status(204).end();
        return;
      }
      const { revision } = answer as { revision?: number };
      if (revision !== undefined) response.setHeader('ETag', `"${revision}"`);
      response.status(said.status ?? 200).json(answer);
    });
  }
}

function readers({ body, bodyType }: Said): RequestHandler[] {
  if (body) return [express.json({ limit: JSON_LIMIT, strict: false })];
  // An archive is larger than memory should hold: its room reads the request itself.
  return Array.isArray(bodyType) ? [express.raw({ type: bodyType, limit: RAW_LIMIT })] : [];
}

function ifMatch(request: Request): number {
  const header = request.get('If-Match');
  if (!header)
    throw new Problem(
      428,
      'Revision needed',
      'A change must say which revision it was made on, in If-Match.',
    );
  const revision = Number(/^"?(\d+)"?$/.exec(header)?.[1] ?? Number.NaN);
  if (!Number.isInteger(revision))
    throw new Problem(400, 'Not readable', 'If-Match must be a revision number such as "12".');
  return revision;
}
