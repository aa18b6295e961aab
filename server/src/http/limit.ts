import type { Request, RequestHandler } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import type * as z from 'zod';
import { Problem, sendProblem } from './problem';

/**
 * Limits how often something may be asked for. What it goes by is what the schema made of the request, never what was
 * sent: another spelling of the same thing is no other thing. What cannot be read counts as one thing.
 */
export function limited(options: {
  readonly minutes: number;
  readonly most: number;
  readonly by: (request: Request) => readonly string[];
  readonly words: string;
  /** Whether only what failed counts. */
  readonly failures?: boolean;
}): RequestHandler {
  return rateLimit({
    windowMs: options.minutes * 60_000,
    limit: options.most,
    skipSuccessfulRequests: options.failures ?? false,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    keyGenerator: (request) => options.by(request).join('/'),
    handler: (_request, response) => sendProblem(response, new Problem('too-many-tries', options.words)),
  });
}

/** Where a request comes from: its sender, or whom a trusted program in front names. IPv6 by its network. */
export function sender(request: Request): string {
  return ipKeyGenerator(request.ip ?? '');
}

/** A value as its schema makes it; empty when it is none. */
export function cleaned(schema: z.ZodType<string>, value: unknown): string {
  return schema.safeParse(value).data ?? '';
}

/** A field of a body that is not parsed yet. */
export function field(body: unknown, name: string): unknown {
  return (body as Record<string, unknown> | null | undefined)?.[name];
}
