import '@limber/core/words/localize';
import type {} from 'pino-http';
import type { ErrorRequestHandler, Response } from 'express';
import * as z from 'zod';
import { PROBLEMS, type ProblemType } from '@limber/core/api/problem';
import { DocumentError } from '@limber/core/document/document';
import { noDatabase, noSpace } from '../jobs/sentence';
import { NoRoom } from '../media/room';

/** An answer in words (RFC 9457). `type` is one of a closed list; `detail` is a sentence for the person. */
export class Problem extends Error {
  override readonly name = 'Problem';
  constructor(
    readonly type: ProblemType,
    readonly detail: string,
    readonly extra: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
  }
  get status(): number {
    return PROBLEMS[this.type].status;
  }
  get body(): string {
    const { status, title } = PROBLEMS[this.type];
    return JSON.stringify({ type: this.type, title, status, detail: this.detail, ...this.extra });
  }
}

export const notFound = (what: string): Problem =>
  new Problem('not-found', $localize`${what} is not here, or no longer.`);

export function sendProblem(response: Response, problem: Problem): void {
  response.status(problem.status).type('application/problem+json').send(problem.body);
}

/** Parses what came in; a fault becomes a 400 with the path of its place. */
export function parse<T extends z.ZodType>(schema: T, value: unknown): z.infer<T> {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0]!;
  const path = issue.path.map(String).join('.');
  throw new Problem('invalid', `${path ? `${path}: ` : ''}${issue.message}`, { path });
}

/** What went wrong as an answer in words; null for what nobody foresaw. */
export function problemOf(error: unknown): Problem | null {
  if (error instanceof Problem) return error;
  if (error instanceof DocumentError)
    return new Problem('unreadable', $localize`What is stored here cannot be read by this program. ${error.message}`, {
      path: error.path,
    });
  if (error instanceof NoRoom) return new Problem('no-space', error.message);
  if (noSpace(error))
    return new Problem(
      'no-space',
      $localize`The disk of the studio is full. Nothing was changed; make room there, then try again.`,
    );
  if (noDatabase(error))
    return new Problem(
      'no-database',
      $localize`The database cannot be reached just now. Nothing was changed; it is tried again.`,
    );
  // Texts that PostgreSQL cannot keep or read (22021, 22P05, 22P02), on whatever way they came.
  if (['22021', '22P05', '22P02'].includes(String((error as { code?: unknown } | null)?.code)))
    return new Problem('invalid', $localize`What was sent could not be read.`);
  const status = (error as { status?: unknown } | null)?.status;
  if (status === 413) return new Problem('too-large', $localize`That is more than is taken at once. Send less.`);
  if (status === 404) return new Problem('not-found', $localize`There is nothing at this address.`);
  if (typeof status === 'number' && status >= 400 && status < 500)
    return new Problem('invalid', $localize`What was sent could not be read.`);
  return null;
}

export const problemHandler: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) return next(error);
  const problem = problemOf(error);
  if (problem && problem.status < 500) return sendProblem(response, problem);
  request.log.error({ err: error as unknown }, problem?.type ?? 'unforeseen');
  sendProblem(
    response,
    problem ??
      new Problem(
        'internal',
        $localize`Something went wrong here. Nothing of yours was changed; try again, and tell us if it stays.`,
      ),
  );
};
