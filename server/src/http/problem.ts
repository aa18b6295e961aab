import type {} from 'pino-http';
import type { ErrorRequestHandler, Response } from 'express';
import * as z from 'zod';

/** An answer in words (RFC 9457). `type` is stable; `detail` is a sentence for the person. */
export class Problem extends Error {
  override readonly name = 'Problem';
  constructor(
    readonly status: number,
    readonly type: string,
    readonly detail: string,
    readonly extra: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
  }
}

export const notFound = (what: string): Problem => new Problem(404, 'not-found', `${what} is not here, or no longer.`);

export function sendProblem(response: Response, problem: Problem): void {
  response
    .status(problem.status)
    .type('application/problem+json')
    .send(
      JSON.stringify({
        type: problem.type,
        title: TITLES[problem.status] ?? 'Problem',
        status: problem.status,
        detail: problem.detail,
        ...problem.extra,
      }),
    );
}

const TITLES: Record<number, string> = {
  400: 'Not understood',
  401: 'Not signed in',
  403: 'Not allowed',
  404: 'Not found',
  409: 'Conflict',
  410: 'No longer shared',
  413: 'Too large',
  422: 'Not taken',
  429: 'Too many tries',
  500: 'Something went wrong here',
  503: 'Not ready',
};

/** Parses what came in; a fault becomes a 400 with the path of its place. */
export function parse<T extends z.ZodType>(schema: T, value: unknown): z.infer<T> {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0]!;
  const path = issue.path.map(String).join('.');
  throw new Problem(400, 'invalid', `${path ? `${path}: ` : ''}${issue.message}`, { path });
}

/** A field of a body that is not parsed yet, as text; empty when it is no text. For rate limits only. */
export function textOf(body: unknown, field: string): string {
  const value = (body as Record<string, unknown> | null | undefined)?.[field];
  return typeof value === 'string' ? value : '';
}

export const problemHandler: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) return next(error);
  if (error instanceof Problem) return sendProblem(response, error);
  const status = (error as { status?: number }).status;
  if (status === 413)
    return sendProblem(response, new Problem(413, 'too-large', 'That is more than is taken at once. Send less.'));
  if (status !== undefined && status >= 400 && status < 500)
    return sendProblem(
      response,
      new Problem(
        status,
        'invalid',
        status === 404 ? 'There is nothing at this address.' : 'What was sent could not be read.',
      ),
    );
  request.log.error(error);
  sendProblem(
    response,
    new Problem(
      500,
      'internal',
      'Something went wrong here. Nothing of yours was changed; try again, and tell us if it stays.',
    ),
  );
};
