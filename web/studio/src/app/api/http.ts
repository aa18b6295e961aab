import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { firstValueFrom, timeout, TimeoutError, type Observable } from 'rxjs';
import { problemSchema } from '@limber/core/api/problem';
import { addressOf, type AnswerOf, type Asked, type Route } from '@limber/core/api/route';

/** Something the server would not do, in words for the person. `offline`: it could not be reached. */
export class ApiError extends Error {
  override readonly name = 'ApiError';
  constructor(
    readonly type: string,
    message: string,
    readonly status: number,
    readonly body: unknown,
  ) {
    super(message);
  }
  get offline(): boolean {
    return this.status === 0 || this.status >= 502;
  }
}

/**
 * The one way to the server: what is asked and answered is what the list of routes says, every answer is read by its
 * schema, every problem becomes an {@link ApiError}.
 */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  /** @param withinMs after which an answer is no longer waited for. */
  async ask<R extends Route>(route: R, asked: Asked<R>, withinMs?: number): Promise<AnswerOf<R>> {
    const { body } = asked as { body?: unknown };
    const address = `/api${addressOf(route, asked as { params?: unknown; query?: unknown })}`;
    const answer = this.http.request(route.method.toUpperCase(), address, body === undefined ? {} : { body });
    const told = await this.answered(withinMs === undefined ? answer : answer.pipe(timeout(withinMs)));
    // One that says nothing says it with an empty body.
    if (route.status === 204) return undefined as AnswerOf<R>;
    const parsed = route.answer.safeParse(told);
    if (!parsed.success) throw new ApiError('broken', BROKEN, 0, told);
    return parsed.data as AnswerOf<R>;
  }

  /** A file that a route sends. */
  async file<R extends Route>(route: R, asked: Asked<R>): Promise<Blob> {
    const address = `/api${addressOf(route, asked as { params?: unknown; query?: unknown })}`;
    return (await this.answered(this.http.get(address, { responseType: 'blob' }))) as Blob;
  }

  private async answered(answer: Observable<unknown>): Promise<unknown> {
    try {
      return await firstValueFrom(answer);
    } catch (error) {
      if (error instanceof TimeoutError) throw new ApiError('slow', SLOW, 0, null);
      if (!(error instanceof HttpErrorResponse)) throw error;
      // An answer that went well and cannot be read is no answer.
      if (error.status >= 200 && error.status < 300) throw new ApiError('broken', BROKEN, 0, null);
      const problem = problemSchema.safeParse(await told(error.error));
      throw new ApiError(
        problem.data?.type ?? 'unreachable',
        problem.data?.detail ?? UNREACHABLE,
        error.status,
        error.error,
      );
    }
  }
}

/** Where a file was asked for, a problem comes as one too. */
async function told(body: unknown): Promise<unknown> {
  if (!(body instanceof Blob)) return body;
  try {
    return JSON.parse(await body.text()) as unknown;
  } catch {
    return null;
  }
}

/** What went wrong, as a sentence for the person. */
export function wordsOf(error: unknown): string {
  return error instanceof ApiError ? error.message : $localize`That did not work. Try again.`;
}

const UNREACHABLE = $localize`The server cannot be reached. Check that it runs; nothing of yours is lost.`;
const SLOW = $localize`The server does not answer. Nothing of yours is lost; it is tried again.`;
const BROKEN = $localize`The server’s answer came through damaged. Nothing of yours is lost; it is tried again.`;
