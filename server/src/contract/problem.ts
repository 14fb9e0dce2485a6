import type { Mistake } from '@overcoat/core/model';
import type { ErrorRequestHandler, RequestHandler, Response } from 'express';

/** An error for the client, as problem details (RFC 9457). */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly extra: Record<string, unknown> = {},
  ) {
    super(detail);
  }
}

export const notFound = (what: string): Problem =>
  new Problem(404, 'Not found', `There is no ${what}; it may have been deleted.`);

export const invalid = (detail: string, errors: Mistake[] = []): Problem =>
  new Problem(422, 'Not accepted', detail, { errors });

export function sendProblem(response: Response, problem: Problem): void {
  const { status, title, detail, extra } = problem;
  response
    .status(status)
    .type('application/problem+json')
    .send(JSON.stringify({ type: 'about:blank', title, status, detail, ...extra }));
}

export const unknownRoute: RequestHandler = (request, response) =>
  sendProblem(
    response,
    new Problem(404, 'Not found', `There is nothing at ${request.method} ${request.path}.`),
  );

interface BodyError {
  type?: string;
  status?: number;
  limit?: number;
}

/** Turns every error into problem details: the person’s mistakes named, ours logged and owned up to. */
export const problems: ErrorRequestHandler = (error: unknown, _request, response, _next) => {
  if (error instanceof Problem) return sendProblem(response, error);
  const { type, status, limit } = error as BodyError;
  if (type === 'entity.too.large') {
    const megabytes = Math.round((limit ?? 0) / 1_048_576);
    return sendProblem(
      response,
      new Problem(413, 'Too large', `This is too large: at most ${megabytes} MB is accepted.`),
    );
  }
  if (type === 'entity.parse.failed')
    return sendProblem(
      response,
      new Problem(
        400,
        'Not readable',
        'This is not complete JSON: the file may be cut short or of another kind. A *.overcoat.json file is accepted.',
      ),
    );
  if (status !== undefined && status >= 400 && status < 500)
    return sendProblem(response, new Problem(status, 'Not accepted', 'The request could not be read.'));
  console.error(error);
  sendProblem(
    response,
    new Problem(
      500,
      'Our mistake',
      'Something went wrong on the server; nothing was changed. The terminal shows what.',
    ),
  );
};
