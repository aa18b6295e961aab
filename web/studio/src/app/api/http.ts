import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { firstValueFrom, timeout, TimeoutError, type Observable } from 'rxjs';
import * as z from 'zod';
import { problemSchema } from '@limber/core/api/problem';

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

/** The one way to the server: every answer is parsed, every problem becomes an {@link ApiError}. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  get<T>(path: string, schema: z.ZodType<T>): Promise<T> {
    return this.ask(this.http.get(`/api/${path}`), schema);
  }

  /** @param withinMs after which an answer is no longer waited for. */
  post<T>(path: string, body: unknown, schema: z.ZodType<T>, withinMs?: number): Promise<T> {
    const answer = this.http.post(`/api/${path}`, body);
    return this.ask(withinMs === undefined ? answer : answer.pipe(timeout(withinMs)), schema);
  }

  patch<T>(path: string, body: unknown, schema: z.ZodType<T>): Promise<T> {
    return this.ask(this.http.patch(`/api/${path}`, body), schema);
  }

  put<T>(path: string, body: unknown, schema: z.ZodType<T>): Promise<T> {
    return this.ask(this.http.put(`/api/${path}`, body), schema);
  }

  delete(path: string): Promise<unknown>;
  delete<T>(path: string, schema: z.ZodType<T>): Promise<T>;
  delete(path: string, schema: z.ZodType = z.unknown()): Promise<unknown> {
    return this.ask(this.http.delete(`/api/${path}`), schema);
  }

  private async ask<T>(answer: Observable<unknown>, schema: z.ZodType<T>): Promise<T> {
    let body: unknown;
    try {
      body = await firstValueFrom(answer);
    } catch (error) {
      if (error instanceof TimeoutError) throw new ApiError('slow', SLOW, 0, null);
      if (!(error instanceof HttpErrorResponse)) throw error;
      // An answer that went well and cannot be read is no answer.
      if (error.status >= 200 && error.status < 300) throw new ApiError('broken', BROKEN, 0, null);
      const problem = problemSchema.safeParse(error.error);
      throw new ApiError(
        problem.data?.type ?? 'unreachable',
        problem.data?.detail ?? UNREACHABLE,
        error.status,
        error.error,
      );
    }
    const parsed = schema.safeParse(body);
    if (!parsed.success) throw new ApiError('broken', BROKEN, 0, body);
    return parsed.data;
  }
}

/** What went wrong, as a sentence for the person. */
export function wordsOf(error: unknown): string {
  return error instanceof ApiError ? error.message : 'That did not work. Try again.';
}

const UNREACHABLE = 'The server cannot be reached. Check that it runs; nothing of yours is lost.';
const SLOW = 'The server does not answer. Nothing of yours is lost; it is tried again.';
const BROKEN = 'The server’s answer came through damaged. Nothing of yours is lost; it is tried again.';
