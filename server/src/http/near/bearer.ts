import type { Request } from 'express';

/** What a telephone says that it may: the token that its code gave it, and never a cookie. */
export function bearerOf(request: Request): string {
  return /^Bearer ([\w-]{20,64})$/.exec(request.get('Authorization') ?? '')?.[1] ?? '';
}
