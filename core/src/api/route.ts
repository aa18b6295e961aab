import * as z from 'zod';

export type Method = 'get' | 'post' | 'put' | 'patch' | 'delete';

/** What one address of the HTTP API takes and answers. */
export interface Route<
  Params extends z.ZodType = z.ZodType,
  Query extends z.ZodType = z.ZodType,
  Body extends z.ZodType = z.ZodType,
  Answer extends z.ZodType = z.ZodType,
> {
  readonly method: Method;
  /** Below `/api`, with `:name` for a part that varies. */
  readonly path: string;
  /** In one sentence, for whoever reads the description of the API. */
  readonly summary: string;
  /** Who may: everybody, whoever is signed in, an owner, or whoever else she has named as keeper of the rules. */
  readonly for: 'everybody' | 'signed-in' | 'keeper' | 'owner';
  readonly params: Params;
  readonly query: Query;
  readonly body: Body;
  readonly answer: Answer;
  /** Status of an answer that went well: 204 where it says nothing. */
  readonly status: 200 | 201 | 202 | 204;
  /** What is sent that is no JSON, by its type. */
  readonly type: string | null;
}

interface Given {
  params?: z.ZodType;
  query?: z.ZodType;
  body?: z.ZodType;
  answer?: z.ZodType;
  status?: 200 | 201 | 202;
  type?: string;
  for?: Route['for'];
}
type Part<G extends Given, K extends 'params' | 'query' | 'body' | 'answer'> = G[K] extends z.ZodType
  ? G[K]
  : z.ZodUndefined;

/**
 * A route of the API; without an answer it says nothing.
 *
 * @example route('get', '/trash', 'What lies in the trash', { answer: z.array(trashedSchema) }).status // 200
 */
export function route<const G extends Given>(
  method: Method,
  path: string,
  summary: string,
  given: G,
): Route<Part<G, 'params'>, Part<G, 'query'>, Part<G, 'body'>, Part<G, 'answer'>> {
  const none = z.undefined();
  const silent = given.answer === undefined && given.type === undefined;
  return {
    method,
    path,
    summary,
    for: given.for ?? 'signed-in',
    params: (given.params ?? none) as Part<G, 'params'>,
    query: (given.query ?? none) as Part<G, 'query'>,
    body: (given.body ?? none) as Part<G, 'body'>,
    answer: (given.answer ?? none) as Part<G, 'answer'>,
    status: given.status ?? (silent ? 204 : 200),
    type: given.type ?? null,
  };
}

/** What is asked of a route: the parts that it has. */
export type Asked<R extends Route> = (R['params'] extends z.ZodUndefined ? unknown : { params: z.input<R['params']> }) &
  (R['query'] extends z.ZodUndefined ? unknown : { query?: z.input<R['query']> }) &
  (R['body'] extends z.ZodUndefined ? unknown : { body: z.input<R['body']> });

/** What a route answers with, read. */
export type AnswerOf<R extends Route> = z.output<R['answer']>;

/**
 * The address of what is asked of a route, below `/api`.
 *
 * @example addressOf(ROUTES.lesson, { params: { id: 'tide' } }) // '/lessons/tide'
 */
export function addressOf({ path }: Pick<Route, 'path'>, asked: { params?: unknown; query?: unknown } = {}): string {
  const params = (asked.params ?? {}) as Record<string, string>;
  const filled = path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(params[name] ?? ''));
  const query = Object.entries((asked.query ?? {}) as Record<string, unknown>)
    .filter(([, value]) => value !== undefined)
    .map(([name, value]) => `${name}=${encodeURIComponent(String(value))}`);
  return query.length > 0 ? `${filled}?${query.join('&')}` : filled;
}
