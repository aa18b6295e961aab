import { Router, type Request, type RequestHandler, type Response } from 'express';
import type * as z from 'zod';
import type { AnswerOf, Route } from '@limber/core/api/route';
import { owner, signedIn } from './auth';
import type { Context } from './context';
import { parse } from './problem';

/** What is asked of a route, read by its schemas. */
export interface Asked<R extends Route> {
  readonly params: z.output<R['params']>;
  readonly query: z.output<R['query']>;
  readonly body: z.output<R['body']>;
  readonly request: Request;
  readonly response: Response;
}

/** A handler has answered by itself: a file, a stream, or with another status. */
export const SENT = { sent: true } as const;
export type Sent = typeof SENT;

/** What a handler answers with; nothing where its route says nothing. */
type Answered<R extends Route> = R['answer'] extends z.ZodUndefined ? Sent | void : AnswerOf<R> | Sent;
type Handler<R extends Route> = (asked: Asked<R>) => Promise<Answered<R>> | Answered<R>;

/**
 * A router that knows only routes of the API's list. Each lets on whom the list says, is read by its own schemas, and
 * answered as they say.
 */
export class Routes {
  readonly router = Router({ mergeParams: true });

  /** @param mount where the router stands, below `/api`. */
  constructor(
    private readonly context: Context,
    private readonly mount: string,
  ) {}

  on<R extends Route>(route: R, handler: Handler<R>, before: readonly RequestHandler[] = []): void {
    if (!route.path.startsWith(this.mount)) throw new Error(`${route.path} does not lie below ${this.mount}.`);
    this.router[route.method](
      route.path.slice(this.mount.length) || '/',
      ...this.guards(route),
      ...before,
      async (request: Request, response: Response) => {
        const answer = await handler({
          params: read(route.params, request.params) as z.output<R['params']>,
          query: read(route.query, request.query) as z.output<R['query']>,
          body: read(route.body, request.body ?? {}) as z.output<R['body']>,
          request,
          response,
        });
        if (answer === SENT) return;
        response.status(route.status);
        if (answer === undefined) response.end();
        else response.json(answer);
      },
    );
  }

  private guards(route: Route): RequestHandler[] {
    if (route.for === 'everybody') return [];
    const known = signedIn(this.context);
    const once: RequestHandler = (request, response, next) => (request.user ? next() : known(request, response, next));
    if (route.for === 'owner') return [once, owner(this.context)];
    const keeps = (one: Request): boolean => one.user!.keepsRules || changesNothing(one.body);
    return route.for === 'keeper' ? [once, owner(this.context, keeps)] : [once];
  }
}

/** Edits without an edit: a page that only asks what it has missed. */
function changesNothing(body: unknown): boolean {
  const edits = (body as { edits?: unknown } | null | undefined)?.edits;
  return Array.isArray(edits) && edits.length === 0;
}

/** A route that takes nothing is not told of what came all the same. */
function read(schema: z.ZodType, value: unknown): unknown {
  return schema.def.type === 'undefined' ? undefined : parse(schema, value);
}
